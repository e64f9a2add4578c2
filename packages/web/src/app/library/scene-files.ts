import {
  allNeededFiles,
  besideOf,
  fileKindOf,
  jsonLength,
  looseEnding,
  neededFiles,
  sceneEnding,
  type FileKind,
} from '@renquil/formats';
import type { PickedFile } from './dropped-files';

/** A scene among files that came together, with those that go with it. */
export interface SceneFiles {
  readonly main: PickedFile;
  readonly beside: readonly PickedFile[];
}
/** What came together. */
export interface Sorted {
  readonly scenes: readonly SceneFiles[];
  /** Files that no scene needs. */
  readonly rest: readonly PickedFile[];
}

/** Files that only lie beside scenes: not looked into. */
const beside = /\.(bin|png|jpe?g|webp|avif|ktx2|mtl|txt|md|pdf|tga|exr|hdr)$/i;
/** Bytes of a file that are looked at to know what it is; of a text, for what it needs. A binary layer is needed whole. */
const [start, most] = [4096, 64 * 2 ** 20];

/** Which scenes are among files, by what is in them first. One scene takes all the others along, several what they need. */
export async function sortFiles(files: readonly PickedFile[]): Promise<Sorted> {
  if (files.length === 1) return { scenes: [{ main: files[0]!, beside: [] }], rest: [] };
  const kinds = await Promise.all(files.map(kindOf));
  const mains = files.filter((_, i) => kinds[i]);
  // Nothing that is known: the server says so in its words.
  if (!mains.length) return { scenes: [{ main: files[0]!, beside: files.slice(1) }], rest: [] };
  if (mains.length === 1) {
    const [main] = mains as [PickedFile];
    // What lies outside its folder cannot be meant by it.
    const own = files.filter((file) => file !== main && file.path.startsWith(folderOf(main.path)));
    return {
      scenes: [{ main, beside: own }],
      rest: files.filter((file) => file !== main && !own.includes(file)),
    };
  }
  const byPath = new Map(files.map((file) => [file.path, file]));
  const layers = await layersAmong(files, kinds);
  const all: SceneFiles[] = [];
  for (const main of mains) {
    const needed = await neededBy(main, kinds[files.indexOf(main)]!, layers);
    const own = needed.flatMap((path) => byPath.get(besideOf(main.path, path) ?? '') ?? []);
    all.push({ main, beside: [...new Set(own)].filter((one) => one !== main) });
  }
  const scenes = withoutParts(all);
  const used = new Set(scenes.flatMap(({ main, beside: own }) => [main, ...own]));
  return { scenes, rest: files.filter((file) => !used.has(file)) };
}

const folderOf = (path: string): string => path.slice(0, path.lastIndexOf('/') + 1);
const bytesOf = async (file: Blob): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer());

/** Null: no scene. What only says by its ending that it is one is a scene too, so that its fault is told. */
async function kindOf({ path, file }: PickedFile): Promise<FileKind | 'faulty' | null> {
  if (beside.test(path)) return null;
  const name = path.slice(path.lastIndexOf('/') + 1);
  try {
    return fileKindOf(await bytesOf(file.slice(0, start)), name);
  } catch {
    return sceneEnding.test(name) && !looseEnding.test(name) ? 'faulty' : null;
  }
}
/** Layers and materials among files, by path: what one is put together from is asked of each. */
async function layersAmong(
  files: readonly PickedFile[],
  kinds: readonly (FileKind | 'faulty' | null)[],
): Promise<ReadonlyMap<string, Uint8Array>> {
  const found = new Map<string, Uint8Array>();
  for (const [i, { path, file }] of files.entries())
    if (kinds[i] === 'usda' || /\.mtl$/i.test(path))
      found.set(path, await bytesOf(file.slice(0, /\.usda$/i.test(path) ? most : most * 4)));
  return found;
}
/** A layer that another one is put together from comes along with it, and is no scene of its own; in a ring all are. */
function withoutParts(all: readonly SceneFiles[]): readonly SceneFiles[] {
  const mains = new Set(all.map(({ main }) => main));
  const parts = new Set(all.flatMap(({ beside: own }) => own.filter((one) => mains.has(one))));
  const tops = all.filter(({ main }) => !parts.has(main));
  const reached = new Set(tops.flatMap(({ main, beside: own }) => [main, ...own]));
  return all.filter((one) => tops.includes(one) || !reached.has(one.main));
}
async function neededBy(
  { path, file }: PickedFile,
  kind: FileKind | 'faulty',
  layers: ReadonlyMap<string, Uint8Array>,
): Promise<string[]> {
  if (kind === 'faulty') return [];
  const own = layers.get(path);
  const read = (name: string): Uint8Array | null => layers.get(besideOf(path, name) ?? '') ?? null;
  if (own) return allNeededFiles('usda', own, read);
  if (kind === 'obj') return allNeededFiles(kind, await bytesOf(file.slice(0, most)), read);
  const end = kind === 'glb' ? 20 + jsonLength(await bytesOf(file.slice(0, 20))) : most;
  return neededFiles(kind, await bytesOf(file.slice(0, Math.min(end, most))));
}
