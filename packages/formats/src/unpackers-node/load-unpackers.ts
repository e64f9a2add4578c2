import { createRequire } from 'node:module';
import type { DracoModule, Unpackers } from '../gltf/unpackers.js';

let loaded: Promise<Unpackers> | null = null;
/** The decoders for a server or a command line: WebAssembly, made once. */
export function loadUnpackers(): Promise<Unpackers> {
  return (loaded ??= load());
}
async function load(): Promise<Unpackers> {
  const { MeshoptDecoder } = await import('meshoptimizer/decoder');
  await MeshoptDecoder.ready;
  const { createDecoderModule } = createRequire(import.meta.url)('draco3dgltf') as {
    createDecoderModule(options: object): Promise<DracoModule>;
  };
  const draco = await createDecoderModule({});
  return {
    draco,
    meshopt: (target, count, size, source, mode, filter) =>
      MeshoptDecoder.decodeGltfBuffer(target, count, size, source, mode, filter),
  };
}
