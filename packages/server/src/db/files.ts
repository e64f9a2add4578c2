import { createHash } from 'node:crypto';
import { RenquilError } from '@renquil/core/errors';
import type { Database, Sql } from './database.js';

/** Bytes of one row of a stored file. */
export const chunkSize = 1 << 20;

/** A file as it was stored. */
export interface StoredFile {
  readonly file: number;
  readonly bytes: number;
  readonly sha256: string;
}

/**
 * Stores a stream of bytes in 1 MiB chunks under the SHA-256 of its content; the same content is kept once. The file is
 * held for somebody from the moment it is whole, so that nobody who clears up can take it away before it is used.
 * @param holder who it is held for, as in `job 12`
 * @param limit most bytes taken; more makes `tooLarge` be thrown
 */
export async function storeStream(
  database: Database,
  stream: AsyncIterable<Uint8Array>,
  holder: string,
  { limit, tooLarge }: { readonly limit: number; readonly tooLarge: () => Error },
): Promise<StoredFile> {
  const made = await database.run('INSERT INTO file (complete) VALUES (FALSE)');
  const file = made.insertId;
  const hash = createHash('sha256');
  let bytes = 0;
  let n = 0;
  try {
    for await (const chunk of inChunks(stream)) {
      bytes += chunk.length;
      if (bytes > limit) throw tooLarge();
      hash.update(chunk);
      await insertChunk(database, { file, n: n++, chunk });
    }
    const digest = hash.digest();
    return {
      file: await finishFile(database, file, holder, { digest, bytes }),
      bytes,
      sha256: digest.toString('hex'),
    };
  } catch (error) {
    await deleteFile(database, file).catch(() => undefined);
    throw error;
  }
}

/** A stream by whole chunks as they fill, and at its end by what is left; of one that breaks off less than a chunk is lost. */
export async function* inChunks(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
  let held: Uint8Array[] = [];
  let size = 0;
  for await (const part of stream)
    for (let at = 0; at < part.length;) {
      const piece = part.subarray(at, at + chunkSize - size);
      held.push(piece);
      size += piece.length;
      at += piece.length;
      if (size < chunkSize) continue;
      yield Buffer.concat(held, size);
      [held, size] = [[], 0];
    }
  if (size) yield Buffer.concat(held, size);
}
/** @throws RenquilError storage-full */
export async function insertChunk(
  database: Database,
  { file, n, chunk }: { readonly file: number; readonly n: number; readonly chunk: Buffer },
): Promise<void> {
  if (!database.hasRoom()) throw new RenquilError('storage-full');
  await database.run('INSERT INTO file_chunk (file_id, n, data) VALUES (?, ?, ?)', [file, n, chunk]);
}

/** The file under its digest, and held: the one that is there already, or this one. */
export async function finishFile(
  database: Database,
  file: number,
  holder: string,
  { digest, bytes }: { readonly digest: Buffer; readonly bytes: number },
): Promise<number> {
  for (;;) {
    try {
      const kept = await database.transaction(async (sql) => {
        // Locked, so that it cannot go between being found and being held.
        const known = await sql.one<{ id: number }>(
          'SELECT id FROM file WHERE sha256 = ? AND complete FOR UPDATE',
          [digest],
        );
        if (!known)
          await sql.run('UPDATE file SET sha256 = ?, bytes = ?, complete = TRUE WHERE id = ?', [
            digest,
            bytes,
            file,
          ]);
        await holdFile(sql, holder, known?.id ?? file);
        return known?.id ?? file;
      });
      if (kept !== file) await deleteFile(database, file);
      return kept;
    } catch (error) {
      // 1062: the same content arrived twice at the same time, and the other was first.
      if ((error as { errno?: number }).errno !== 1062) throw error;
    }
  }
}

/** Stores bytes that are in memory; the same bytes are stored once. */
export async function storeBytes(database: Database, bytes: Uint8Array, holder: string): Promise<StoredFile> {
  async function* once(): AsyncGenerator<Uint8Array> {
    yield bytes;
  }
  return storeStream(database, once(), holder, { limit: Infinity, tooLarge: () => new Error('no limit') });
}

/** Nobody else's clearing up takes a file away while it is held. @throws errno 1452 when it is gone already */
async function holdFile(sql: Sql, holder: string, file: number): Promise<void> {
  await sql.run(
    `INSERT INTO file_hold (holder, file_id, until) VALUES (?, ?, IF(? LIKE 'upload %', UTC_TIMESTAMP(3) + INTERVAL 1 DAY, NULL))
     ON DUPLICATE KEY UPDATE until = VALUES(until)`,
    [holder, file, holder],
  );
}
/** What one held passes to another. */
export async function passHolds(sql: Sql, from: string, to: string): Promise<void> {
  await sql.run(
    'INSERT IGNORE INTO file_hold (holder, file_id) SELECT ?, file_id FROM file_hold WHERE holder = ?',
    [to, from],
  );
  await sql.run('DELETE FROM file_hold WHERE holder = ?', [from]);
}
/** Lets go of all that was held; files that nothing else needs go. */
export async function releaseHolds(database: Database, holder: string): Promise<void> {
  const held = await database.rows<{ file_id: number }>('SELECT file_id FROM file_hold WHERE holder = ?', [
    holder,
  ]);
  await database.run('DELETE FROM file_hold WHERE holder = ?', [holder]);
  for (const { file_id } of held) await deleteIfUnused(database, file_id);
}

/**
 * The bytes chunk by chunk, from one of them on, so that a slow reader never holds a database connection.
 * @throws RenquilError file-missing
 */
export async function* readChunks(sql: Sql, file: number, from = 0): AsyncGenerator<Buffer> {
  const about = await sql.one<{ bytes: number | string }>(
    'SELECT bytes FROM file WHERE id = ? AND complete',
    [file],
  );
  const missing = (): RenquilError => new RenquilError('file-missing', { file: `Stored file ${file}` });
  if (!about) throw missing();
  let n = Math.floor(from / chunkSize);
  let left = Number(about.bytes) - n * chunkSize;
  let skip = from % chunkSize;
  for (; left > skip; n++) {
    const row = await sql.one<{ data: Buffer }>('SELECT data FROM file_chunk WHERE file_id = ? AND n = ?', [
      file,
      n,
    ]);
    if (!row) throw missing();
    left -= row.data.length;
    yield skip ? row.data.subarray(skip) : row.data;
    skip = 0;
  }
}

/** A whole file, once in memory: every thread that is given it reads the same bytes. */
export async function readFile(sql: Sql, file: number): Promise<Uint8Array> {
  const row = await sql.one<{ bytes: number }>('SELECT bytes FROM file WHERE id = ?', [file]);
  const all = new Uint8Array(new SharedArrayBuffer(Number(row?.bytes ?? 0)));
  let at = 0;
  for await (const part of readChunks(sql, file)) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** The file goes, with its chunks; who holds it has to be asked before. */
async function deleteFile(sql: Sql, file: number): Promise<void> {
  await sql.run('DELETE FROM file WHERE id = ?', [file]);
}
/** Deletes a file that nothing points to; one that something uses is left alone (1451: a foreign key holds it). */
export async function deleteIfUnused(sql: Sql, file: number): Promise<boolean> {
  try {
    await deleteFile(sql, file);
    return true;
  } catch (error) {
    if ((error as { errno?: number }).errno !== 1451) throw error;
    return false;
  }
}
