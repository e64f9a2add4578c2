import { litter } from '@renquil/formats';
import { Unzip, UnzipInflate } from 'fflate';
import type { PickedFile } from './dropped-files';

/** What may come out of archives that were dropped together. */
const zipLimits = { files: 5000, bytes: 4 * 2 ** 30 } as const;

/** Files, and in place of each .zip what is in it, below a folder of its name. @throws Error in words for people */
export async function unpackZips(files: readonly PickedFile[]): Promise<PickedFile[]> {
  const out: PickedFile[] = [];
  const room = { files: zipLimits.files, bytes: zipLimits.bytes };
  for (const one of files) {
    if (/\.zip$/i.test(one.path)) out.push(...(await unpack(one, room)));
    else out.push(one);
  }
  return out;
}

interface Room {
  files: number;
  bytes: number;
}
/** Piece by piece, so that neither the page stands still nor the archive is in memory twice. */
async function unpack({ path, file }: PickedFile, room: Room): Promise<PickedFile[]> {
  const found: PickedFile[] = [];
  const wrong = (detail: string): Error => new Error(`${path}: ${detail}.`);
  let failed: Error | null = null;
  let open = 0;
  const archive = new Unzip((entry) => {
    // Folders, and what some programs put beside every file, are nothing to bring in.
    if (entry.name.endsWith('/') || litter.test(entry.name)) return;
    if (!--room.files) failed ??= wrong(`there are more than ${zipLimits.files} files in it`);
    const parts: BlobPart[] = [];
    open++;
    entry.ondata = (error, data, isLast) => {
      if (error) failed ??= wrong(`"${entry.name}" in it is damaged`);
      if ((room.bytes -= data?.length ?? 0) < 0) failed ??= wrong('more than 4 GB come out of it');
      if (failed) return;
      parts.push(data as Uint8Array<ArrayBuffer>);
      if (!isLast) return;
      open--;
      const name = entry.name.split('/').pop()!;
      found.push({ path: `${path.replace(/\.zip$/i, '')}/${entry.name}`, file: new File(parts, name) });
    };
    entry.start();
  });
  archive.register(UnzipInflate);
  const reader = file.stream().getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      archive.push(done ? new Uint8Array() : value, done);
      if (failed) throw failed as Error;
      if (done) break;
    }
  } catch (error) {
    throw (
      failed ??
      (error instanceof Error && error.message.startsWith(path)
        ? error
        : wrong('this is no .zip that can be opened'))
    );
  } finally {
    void reader.cancel().catch(() => undefined);
  }
  if (open || !found.length) throw wrong(open ? 'it breaks off' : 'nothing is in it');
  return found;
}
