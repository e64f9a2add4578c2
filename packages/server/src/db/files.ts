import { createHash } from 'node:crypto';
import type { Database, Sql } from './database.js';

const chunkSize = 1 << 20;

/**
 * Stores a stream of bytes in 1 MiB chunks under the SHA-256 of its content; the same content is kept once.
 * @param limit most bytes taken; more makes `tooLarge` be thrown
 */
export async function storeStream(
  database: Database,
  stream: AsyncIterable<Uint8Array>,
  limit: number,
  tooLarge: () => Error,
): Promise<{ file: number; bytes: number; sha256: string }> {
  const made = await database.run('INSERT INTO file (complete) VALUES (FALSE)');
  const file = made.insertId;
  const hash = createHash('sha256');
  let bytes = 0;
  let n = 0;
  let held: Uint8Array[] = [];
  let size = 0;
  const flush = async (): Promise<void> => {
    if (!size) return;
    await database.run('INSERT INTO file_chunk (file_id, n, data) VALUES (?, ?, ?)', [
      file,
      n++,
      Buffer.concat(held, size),
    ]);
    held = [];
    size = 0;
  };
  try {
    for await (const part of stream) {
      bytes += part.length;
      if (bytes > limit) throw tooLarge();
      hash.update(part);
      for (let at = 0; at < part.length;) {
        const piece = part.subarray(at, at + chunkSize - size);
        held.push(piece);
        size += piece.length;
        at += piece.length;
        if (size === chunkSize) await flush();
      }
    }
    await flush();
  } catch (error) {
    await deleteFile(database, file);
    throw error;
  }
  const digest = hash.digest();
  return { file: await finish(database, file, digest, bytes), bytes, sha256: digest.toString('hex') };
}

async function finish(database: Database, file: number, digest: Buffer, bytes: number): Promise<number> {
  const known = await database.one<{ id: number }>('SELECT id FROM file WHERE sha256 = ? AND complete', [
    digest,
  ]);
  if (!known) {
    try {
      await database.run('UPDATE file SET sha256 = ?, bytes = ?, complete = TRUE WHERE id = ?', [
        digest,
        bytes,
        file,
      ]);
      return file;
    } catch (error) {
      // 1062: the same content arrived twice at the same time.
      if ((error as { errno?: number }).errno !== 1062) throw error;
    }
  }
  await deleteFile(database, file);
  const kept =
    known ?? (await database.one<{ id: number }>('SELECT id FROM file WHERE sha256 = ?', [digest]));
  return kept!.id;
}

export async function storeBytes(
  database: Database,
  bytes: Uint8Array,
): Promise<{ file: number; sha256: string }> {
  async function* once(): AsyncGenerator<Uint8Array> {
    yield bytes;
  }
  return storeStream(database, once(), Infinity, () => new Error('no limit'));
}

/** The bytes chunk by chunk, so that a slow reader never holds a database connection. */
export async function* readChunks(sql: Sql, file: number): AsyncGenerator<Buffer> {
  for (let n = 0; ; n++) {
    const row = await sql.one<{ data: Buffer }>('SELECT data FROM file_chunk WHERE file_id = ? AND n = ?', [
      file,
      n,
    ]);
    if (!row) return;
    yield row.data;
  }
}

export async function readFile(sql: Sql, file: number): Promise<Uint8Array> {
  const parts: Buffer[] = [];
  for await (const part of readChunks(sql, file)) parts.push(part);
  const all = Buffer.concat(parts);
  return new Uint8Array(all.buffer, all.byteOffset, all.length);
}

export async function deleteFile(sql: Sql, file: number): Promise<void> {
  await sql.run('DELETE FROM file WHERE id = ?', [file]);
}
/** Deletes a file that nothing points to; one that something uses is left alone (1451: a foreign key holds it). */
export async function deleteIfUnused(sql: Sql, file: number): Promise<void> {
  try {
    await deleteFile(sql, file);
  } catch (error) {
    if ((error as { errno?: number }).errno !== 1451) throw error;
  }
}
