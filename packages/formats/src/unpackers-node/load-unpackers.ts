import { MeshoptDecoder } from 'meshoptimizer/decoder';
import { TGALoader } from 'three/examples/jsm/loaders/TGALoader.js';
import type { DracoModule, Pixels, Unpackers } from '../gltf/unpackers.js';

/** It comes without types: by its name alone, so that no compiler looks for them. */
const untyped: string = 'draco3dgltf';
let loaded: Promise<Unpackers> | null = null;
/** The decoders for a server or a command line: WebAssembly, made once, and anew after one threw. */
export function loadUnpackers(): Promise<Unpackers> {
  return (loaded ??= load());
}
async function load(): Promise<Unpackers> {
  await MeshoptDecoder.ready;
  const { default: draco } = (await import(untyped)) as {
    default: { createDecoderModule(options: object): Promise<DracoModule> };
  };
  return {
    faulted: () => void (loaded = null),
    draco: await draco.createDecoderModule({}),
    meshopt: (...sent) => MeshoptDecoder.decodeGltfBuffer(...sent),
    tga: (bytes) => new TGALoader().parse(bytes.slice().buffer) as Pixels,
  };
}
