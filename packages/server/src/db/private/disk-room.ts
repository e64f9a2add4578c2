import { statfsSync } from 'node:fs';

/**
 * MariaDB ends itself when it finds no room for what it must write. So that much is left to it, and nothing that grows is
 * taken while less is free; bytes.
 */
const leastRoom = 32_000_000;

/** Whether the disk of a folder has room; looked at twice a second at most. */
export function roomOn(folder: string, now: () => number = Date.now): () => boolean {
  let [at, has] = [-Infinity, true];
  return () => {
    if (now() - at > 500) {
      at = now();
      const { bavail, bsize } = statfsSync(folder);
      has = bavail * bsize > leastRoom;
    }
    return has;
  };
}
