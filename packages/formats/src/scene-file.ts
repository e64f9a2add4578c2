import type { ObjectId, Scene } from '@renquil/core/scene';
import type { WayBackOptions } from './changes/changes-between.js';
import { fileKindOf, type FileKind } from './file-kinds.js';
import { openGltf, type GltfSource, type ResourceReader } from './gltf/gltf-source.js';
import { lackingImages } from './gltf/lacking-images.js';
import { readGltf, sceneOf, type Progress } from './gltf/read-gltf.js';
import { writeGltf } from './gltf/write-gltf.js';
import { parseListing } from './listing/parse-listing.js';
import { listingGlb, unitsOfListing } from './listing/read-listing.js';
import { writeListing } from './listing/write-listing.js';
import { objGlb, openObj, saidOfObj } from './obj/read-obj.js';
import { writeObj } from './obj/write-obj.js';
import { sceneEnding } from './scene-endings.js';
import { openUsda, usdaGlb } from './usda/read-usda.js';
import { saidOfLayer } from './usda/said-of-layer.js';
import { writeUsda } from './usda/write-usda.js';
import type { WrittenScene } from './written-scene.js';

/** A file of any format as it was opened. */
export interface OpenedScene {
  readonly kind: FileKind;
  readonly scene: Scene;
  /** What is drawn, judged and handed off: the file itself where it is glTF, else what was made of it. */
  readonly source: GltfSource;
  /** What of it was not read, in a sentence; empty: nothing. */
  readonly note: string;
}

/** A format that is no glTF: a .glb is made of it, and it takes back what was done. */
interface OtherFormat {
  open(
    bytes: Uint8Array,
    file: string,
    read: ResourceReader | undefined,
    progress: Progress | undefined,
  ): { readonly glb: Uint8Array; readonly note: string };
  write(bytes: Uint8Array, file: string, scene: Scene, read?: ResourceReader): WrittenScene;
}
const alone = (bytes: Uint8Array): WrittenScene => ({ bytes, beside: [], left: {} });
const others: Readonly<Record<Exclude<FileKind, 'glb' | 'gltf'>, OtherFormat>> = {
  usda: {
    open(bytes, file, _read, progress) {
      const layer = openUsda(bytes, file);
      return { glb: usdaGlb(layer, progress), note: saidOfLayer(layer.stage) };
    },
    write: (bytes, file, scene) => alone(writeUsda(openUsda(bytes, file), scene)),
  },
  obj: {
    open(bytes, file, read, progress) {
      const opened = openObj(bytes, file, read);
      return { glb: objGlb(opened, progress), note: saidOfObj(opened) };
    },
    write: (bytes, file, scene, read) => writeObj(openObj(bytes, file, read), scene),
  },
  listing: {
    open: (bytes, file, _read, progress) => ({
      glb: listingGlb(parseListing(bytes, file), progress),
      note: '',
    }),
    write: (bytes, file, scene) => writeListing(bytes, file, scene),
  },
};

/** Opens a scene of any format that is read. @throws RenquilError that names the file and the place in it */
export function openScene(
  bytes: Uint8Array,
  file: string,
  read?: ResourceReader,
  progress?: Progress,
): OpenedScene {
  const kind = fileKindOf(bytes, file);
  if (kind === 'glb' || kind === 'gltf') {
    const { scene, source } = readGltf(bytes, file, read, progress);
    return { kind, scene, source, note: lackingImages(source) };
  }
  const { glb, note } = others[kind].open(bytes, file, read, progress);
  const source = openGltf(glb, `${file.replace(sceneEnding, '')}.glb`);
  return { kind, scene: sceneOf(source.json, undefined, source), source, note };
}

/**
 * The file that a scene came from, with what was changed in it.
 * @throws RenquilError usda-refused, obj-refused for what the format cannot hold
 */
export function writeScene(
  bytes: Uint8Array,
  file: string,
  scene: Scene,
  read?: ResourceReader,
): WrittenScene {
  const kind = fileKindOf(bytes, file);
  return kind === 'glb' || kind === 'gltf'
    ? alone(writeGltf(openGltf(bytes, file, read), scene))
    : others[kind].write(bytes, file, scene, read);
}

/** What the file that a scene came from calls its objects, and measures in: for the change list that goes back to it. */
export function wayBackOf(bytes: Uint8Array, file: string): WayBackOptions {
  if (fileKindOf(bytes, file) !== 'listing') return {};
  const listing = parseListing(bytes, file);
  return {
    units: unitsOfListing(listing),
    sourceOf: (id: ObjectId) => listing.objects[id - 1]?.id,
  };
}
