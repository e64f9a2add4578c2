import { createRequire } from 'node:module';
import { NodeIO } from '@gltf-transform/core';
import { MeshoptEncoder } from 'meshoptimizer/encoder';
import { MeshoptDecoder } from 'meshoptimizer/decoder';
import { ALL_EXTENSIONS, EXTMeshoptCompression, KHRDracoMeshCompression } from '@gltf-transform/extensions';
import { publishedModels } from './published-models.js';

/** A model that nobody here made, packed by a library that is not ours, with the encoders that the formats come from. */
export async function packedModel(
  how: 'draco' | 'meshopt',
): Promise<{ plain: Uint8Array; bytes: Uint8Array }> {
  const { bytes: plain } =
    publishedModels().find(({ name }) => name === 'generic-trigger-squeeze/left.glb') ??
    publishedModels()[0]!;
  const { createEncoderModule, createDecoderModule } = createRequire(import.meta.url)(
    'draco3dgltf',
  ) as Record<string, () => Promise<unknown>>;
  await Promise.all([MeshoptEncoder.ready, MeshoptDecoder.ready]);
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS).registerDependencies({
    'draco3d.encoder': await createEncoderModule!(),
    'draco3d.decoder': await createDecoderModule!(),
    'meshopt.encoder': MeshoptEncoder,
    'meshopt.decoder': MeshoptDecoder,
  });
  const document = await io.readBinary(plain);
  if (how === 'draco')
    document
      .createExtension(KHRDracoMeshCompression)
      .setRequired(true)
      .setEncoderOptions({ quantizationBits: { POSITION: 14 } });
  else
    document
      .createExtension(EXTMeshoptCompression)
      .setRequired(true)
      .setEncoderOptions({ method: EXTMeshoptCompression.EncoderMethod.QUANTIZE });
  return { plain, bytes: await io.writeBinary(document) };
}
