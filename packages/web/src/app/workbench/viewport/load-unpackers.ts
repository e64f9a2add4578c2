import { packings, type DracoModule, type Gltf, type Unpackers } from '@renquil/formats';
import { amdModule } from './amd-module';

type Make = (options: object) => Promise<DracoModule>;

/** The decoders that a file needs, fetched when it does. */
export async function loadUnpackers(json: Gltf): Promise<Unpackers> {
  const { draco, meshopt } = packings(json);
  return {
    ...(draco ? { draco: await dracoDecoder() } : {}),
    ...(meshopt ? { meshopt: await meshoptDecoder() } : {}),
  };
}
async function meshoptDecoder(): Promise<NonNullable<Unpackers['meshopt']>> {
  const { MeshoptDecoder } = await import('meshoptimizer/decoder');
  await MeshoptDecoder.ready;
  return (...sent) => MeshoptDecoder.decodeGltfBuffer(...sent);
}
async function dracoDecoder(): Promise<DracoModule> {
  const make = await amdModule<Make>(
    // eslint-disable-next-line @typescript-eslint/ban-ts-comment -- it comes without types
    // @ts-ignore
    () => import('three/examples/jsm/libs/draco/gltf/draco_decoder.js'),
  );
  return make({});
}
