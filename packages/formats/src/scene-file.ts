import type { ObjectId, Scene } from '@renquil/core/scene';
import type { WayBackOptions } from './changes/changes-between.js';
import { fileKindOf, type FileKind } from './file-kinds.js';
import type { Gltf } from './gltf/gltf-json.js';
import { openGltf, type GltfSource, type ResourceReader } from './gltf/gltf-source.js';
import { lackingImages } from './gltf/lacking-images.js';
import { sceneOf, type Progress } from './gltf/read-gltf.js';
import { packings, unpackGltf, type DrawnDocument } from './gltf/unpack-gltf.js';
import { picturesUnpacked } from './gltf/pictures-unpacked.js';
import type { Unpackers } from './gltf/unpackers.js';
import { writeGltf } from './gltf/write-gltf.js';
import { parseBvh } from './bvh/parse-bvh.js';
import { bvhGltf } from './bvh/read-bvh.js';
import { writeBvh } from './bvh/write-bvh.js';
import { colladaGltf, openCollada } from './collada/read-collada.js';
import { saidOfCollada } from './collada/said-of-collada.js';
import { isZae, openZae, writeZae, zaeReader } from './collada/zae.js';
import { writeCollada } from './collada/write-collada.js';
import { parseListing } from './listing/parse-listing.js';
import { listingGltf, unitsOfListing } from './listing/read-listing.js';
import { writeListing } from './listing/write-listing.js';
import { objGltf, openObj, saidOfObj } from './obj/read-obj.js';
import { writeObj } from './obj/write-obj.js';
import { remembered } from './remembered.js';
import { sceneEnding } from './scene-endings.js';
import { asText } from './usda/layer-bytes.js';
import { isCrate } from './usdc/crate-text.js';
import { openUsda, usdaGltf } from './usda/read-usda.js';
import { holdTaken } from './usda/usda-held.js';
import { saidOfLayer } from './usda/said-of-layer.js';
import { openUsdz, packageReader, writeUsdz } from './usda/usdz.js';
import { writeUsda } from './usda/write-usda.js';
import type { WrittenScene } from './written-scene.js';

/** A file of any format as it was opened. */
export interface OpenedScene {
  readonly kind: FileKind;
  readonly scene: Scene;
  /** What is drawn, judged and handed off: the file itself where it is glTF, else what was made of it. */
  readonly source: GltfSource;
  /** The same as its shapes are looked into. */
  readonly drawn: DrawnDocument;
  /** What of it was not read, in a sentence; empty: nothing. */
  readonly note: string;
  /**
   * The file with what was changed in it.
   * @throws RenquilError usda-refused, obj-refused for what the format cannot hold
   */
  write(scene: Scene): WrittenScene;
}

/** A file that is no glTF: a .glb is made of it, and it takes back what was done. */
interface OtherFile {
  readonly note: string;
  gltf(file: string, progress?: Progress): GltfSource;
  /** Tells the scene which of its objects are taken over from elsewhere; left out: none is. */
  hold?(scene: Scene): void;
  /** @param was the document of the .glb that was made of it when it came */
  write(scene: Scene, was: Gltf): WrittenScene;
}
const alone = (bytes: Uint8Array): WrittenScene => ({ bytes, beside: [], left: {} });
type Open = (
  ...sent: readonly [bytes: Uint8Array, file: string, read?: ResourceReader, unpackers?: Unpackers]
) => OtherFile;
/** What lies beside a file, as it is looked into. */
const lookedInto = (read: ResourceReader, unpackers?: Unpackers): ResourceReader =>
  remembered(picturesUnpacked(read, unpackers));
const others: Readonly<Record<Exclude<FileKind, 'glb' | 'gltf'>, Open>> = {
  usda(bytes, file, read) {
    const layer = openUsda(asText(bytes, file), file, read);
    return {
      note: saidOfLayer(layer, isCrate(bytes)),
      gltf: (name, progress) => usdaGltf(layer, name, progress),
      hold: (scene) => holdTaken(layer, scene),
      write: (scene, was) => alone(writeUsda(layer, scene, was)),
    };
  },
  usdz(bytes, file) {
    const usdz = openUsdz(bytes, file);
    const layer = openUsda(usdz.layer, `${file}[${usdz.root}]`, packageReader(usdz));
    return {
      note: saidOfLayer(layer, usdz.isBinary),
      gltf: (name, progress) => usdaGltf(layer, name, progress),
      hold: (scene) => holdTaken(layer, scene),
      write(scene, was) {
        const text = writeUsda(layer, scene, was);
        return alone(text === usdz.layer ? bytes : writeUsdz(usdz, text));
      },
    };
  },
  obj(bytes, file, read) {
    const opened = openObj(bytes, file, read);
    return {
      note: saidOfObj(opened),
      gltf: (name, progress) => objGltf(opened, name, progress),
      write: (scene, was) => writeObj(opened, scene, was),
    };
  },
  collada(bytes, file, read, unpackers) {
    const zae = isZae(bytes, file) ? openZae(bytes, file) : null;
    const opened = zae
      ? openCollada(zae.file, `${file}[${zae.root}]`, lookedInto(zaeReader(zae), unpackers))
      : openCollada(bytes, file, read);
    return {
      note: saidOfCollada(opened),
      gltf: (name, progress) => colladaGltf(opened, name, progress),
      hold: (scene) =>
        opened.nodes.forEach(({ again }, at) => {
          if (again !== undefined) scene.patch(at + 1, { held: { object: again + 1 } });
        }),
      write(scene, was) {
        const written = writeCollada(opened, scene, was);
        if (!zae) return written;
        return { ...written, bytes: written.bytes === zae.file ? bytes : writeZae(zae, written.bytes) };
      },
    };
  },
  bvh(bytes, file) {
    const bvh = parseBvh(bytes, file);
    return {
      note: '',
      gltf: (name) => bvhGltf(bvh, name),
      write: (scene, was) => writeBvh(bvh, scene, was),
    };
  },
  listing(bytes, file) {
    const listing = parseListing(bytes, file);
    return {
      note: '',
      gltf: (name, progress) => listingGltf(listing, name, progress),
      write: (scene, was) => writeListing(bytes, listing, scene, was),
    };
  },
};

/** What a host gives to opening. */
export interface OpenOptions {
  readonly progress?: Progress;
  /** For shapes that are packed; left out: they stay so. */
  readonly unpackers?: Unpackers;
}
/** A document as its shapes are looked into: unpacked where they are packed and a host can. */
export function drawnOf(source: DrawnDocument, unpackers: Unpackers | undefined): DrawnDocument {
  const { draco, meshopt } = packings(source.json);
  return unpackers && (draco || meshopt) ? unpackGltf(source, unpackers) : source;
}

/** Opens a scene of any format that is read. @throws RenquilError that names the file and the place in it */
export function openScene(
  bytes: Uint8Array,
  file: string,
  read?: ResourceReader,
  { progress, unpackers }: OpenOptions = {},
): OpenedScene {
  const kind = fileKindOf(bytes, file);
  if (kind === 'glb' || kind === 'gltf') {
    const source = openGltf(bytes, file, read);
    const drawn = drawnOf(source, unpackers);
    const scene = sceneOf(source.json, progress, source, drawn);
    const note = [lackingImages(source), saidOfPacked(scene)].filter(Boolean).join('. ');
    return { kind, scene, source, drawn, note, write: (now) => alone(writeGltf(source, now, { unpackers })) };
  }
  const other = others[kind](bytes, file, read && lookedInto(read, unpackers), unpackers);
  const source = other.gltf(`${file.replace(sceneEnding, '')}.glb`, progress);
  const scene = sceneOf(source.json, undefined, source);
  other.hold?.(scene);
  return {
    ...{ kind, scene, source, drawn: source, note: other.note },
    write: (now) => other.write(now, source.json),
  };
}

/** What a host gives to writing. */
export interface WriteHow {
  readonly read?: ResourceReader;
  /** The .glb that was made of it when it came; left out: one is made. */
  readonly made?: Uint8Array;
  /** For shapes that are packed and have to be written anew. */
  readonly unpackers?: Unpackers;
}
/**
 * The file that a scene came from, with what was changed in it.
 * @throws RenquilError usda-refused, obj-refused for what the format cannot hold
 */
export function writeScene(
  bytes: Uint8Array,
  file: string,
  scene: Scene,
  { read, made, unpackers }: WriteHow = {},
): WrittenScene {
  const kind = fileKindOf(bytes, file);
  if (kind === 'glb' || kind === 'gltf')
    return alone(writeGltf(openGltf(bytes, file, read), scene, { unpackers }));
  const other = others[kind](bytes, file, read && lookedInto(read, unpackers), unpackers);
  return other.write(scene, (made ? openGltf(made, 'was.glb') : other.gltf('was.glb')).json);
}

/** Shapes that are packed, in a sentence; empty: none is. */
function saidOfPacked({ shapes }: Scene): string {
  const count = shapes.filter(({ packed }) => packed).length;
  if (!count) return '';
  return count === 1
    ? 'Its one packed shape stays so until it is rewritten (baked, mirrored), and then goes out unpacked'
    : `Its ${count} packed shapes stay so; one that is rewritten (baked, mirrored) goes out unpacked`;
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
