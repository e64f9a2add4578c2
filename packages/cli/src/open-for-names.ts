import { openGlbHead } from '@renquil/formats';
import type { Scene } from '@renquil/core/scene';
import type { Host } from './host.js';
import { openFile, saveFile } from './scene-file.js';

/** A file for work on its names, tree and the like. */
export interface OpenedForNames {
  readonly scene: Scene;
  /** Whether it could be written; false: its bytes change too, and nothing was. */
  save(out: string): boolean;
}
/** From this on, the bytes behind the JSON of a .glb are copied, not read. */
const largeFrom = 32 * 2 ** 20;

/** A large .glb without its bytes, as far as its names go; null: it is none, and is opened whole. */
export function openLarge(path: string, host: Host): OpenedForNames | null {
  if (host.size(path) < largeFrom) return null;
  const head = openGlbHead((from, length) => host.readPart(path, from, length), host.size(path), path);
  if (!head) return null;
  return {
    scene: head.scene,
    save(out) {
      const made = /\.glb$/i.test(out) ? head.write(head.scene) : null;
      if (made) host.writeBehind(out, made.start, { path, from: made.from });
      return made !== null;
    },
  };
}
/** Any file, whole. */
export function openWhole(path: string, host: Host): OpenedForNames {
  const opened = openFile(path, host);
  return {
    scene: opened.scene,
    save(out) {
      saveFile(opened, out, host);
      return true;
    },
  };
}
