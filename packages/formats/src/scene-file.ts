import type { Scene } from '@renquil/core/scene';
import { fileKindOf, type FileKind } from './file-kinds.js';
import { openGltf, type GltfSource, type ResourceReader } from './gltf/gltf-source.js';
import { lackingImages } from './gltf/lacking-images.js';
import { readGltf, sceneOf, type Progress } from './gltf/read-gltf.js';
import { writeGltf } from './gltf/write-gltf.js';
import { sceneEnding } from './scene-endings.js';
import { openUsda, usdaGlb } from './usda/read-usda.js';
import { saidOfLayer } from './usda/said-of-layer.js';
import { writeUsda } from './usda/write-usda.js';

/** A file of any format as it was opened. */
export interface OpenedScene {
  readonly kind: FileKind;
  readonly scene: Scene;
  /** What is drawn, judged and handed off: the file itself where it is glTF, else what was made of it. */
  readonly source: GltfSource;
  /** What of it was not read, in a sentence; empty: nothing. */
  readonly note: string;
}

/** Opens a scene of any format that is read. @throws RenquilError that names the file and the place in it */
export function openScene(
  bytes: Uint8Array,
  file: string,
  read?: ResourceReader,
  progress?: Progress,
): OpenedScene {
  const kind = fileKindOf(bytes, file);
  if (kind !== 'usda') {
    const { scene, source } = readGltf(bytes, file, read, progress);
    return { kind, scene, source, note: lackingImages(source) };
  }
  const layer = openUsda(bytes, file);
  const source = openGltf(usdaGlb(layer, progress), `${file.replace(sceneEnding, '')}.glb`);
  return { kind, scene: sceneOf(source.json, undefined, source), source, note: saidOfLayer(layer.stage) };
}

/**
 * The file that a scene came from, with what was changed in it.
 * @throws RenquilError usda-refused for what a layer cannot hold
 */
export function writeScene(bytes: Uint8Array, file: string, scene: Scene): Uint8Array {
  return fileKindOf(bytes, file) === 'usda'
    ? writeUsda(openUsda(bytes, file), scene)
    : writeGltf(openGltf(bytes, file), scene);
}
