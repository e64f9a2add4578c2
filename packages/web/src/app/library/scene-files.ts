import {
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
const beside = /\.(bin|png|jpe?g|webp|ktx2|mtl|txt|md|pdf|tga|exr|hdr)$/i;
/** Bytes of a file that are looked at to know what it is; of a text, for what it needs. */
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
  const used = new Set<PickedFile>(mains);
  const scenes: SceneFiles[] = [];
  for (const main of mains) {
    const needed = await neededBy(main, kinds[files.indexOf(main)]!);
    const own = needed.flatMap((path) => byPath.get(folderOf(main.path) + path) ?? []);
    for (const one of own) used.add(one);
    scenes.push({ main, beside: [...new Set(own)].filter((one) => one !== main) });
  }
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
async function neededBy({ file }: PickedFile, kind: FileKind | 'faulty'): Promise<string[]> {
  if (kind === 'faulty') return [];
  const end = kind === 'glb' ? 20 + jsonLength(await bytesOf(file.slice(0, 20))) : most;
  return neededFiles(kind, await bytesOf(file.slice(0, Math.min(end, most))));
}
