import { packings, type DracoModule, type Gltf, type Unpackers } from '@renquil/formats';

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
/** The build in plain JavaScript gives itself to whoever has a `define` (the convention of AMD): a module has no other way to it. */
async function dracoDecoder(): Promise<DracoModule> {
  const scope = globalThis as unknown as { define?: unknown };
  let make: Make | null = null;
  scope.define = Object.assign((_needs: unknown, give: () => Make) => void (make = give()), { amd: true });
  try {
    // eslint-disable-next-line @typescript-eslint/ban-ts-comment -- it comes without types
    // @ts-ignore
    const loaded = (await import('three/examples/jsm/libs/draco/gltf/draco_decoder.js')) as {
      default?: Make;
    };
    const found = (make as Make | null) ?? loaded.default;
    if (!found) throw new Error('the decoder of Draco did not come');
    return await found({});
  } finally {
    delete scope.define;
  }
}
