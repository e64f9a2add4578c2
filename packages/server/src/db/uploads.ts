import { createHash } from 'node:crypto';
import { RenquilError } from '@renquil/core/errors';
import type { Database, Sql } from './database.js';
import { chunkSize, finishFile, inChunks, insertChunk, type StoredFile } from './files.js';

/** Whose upload it is, and the id that they gave it. */
export interface UploadKey {
  readonly project: number;
  readonly account: number;
  readonly id: string;
}
/** A file that comes piece by piece. */
interface Upload {
  readonly file: number;
  /** Bytes that have come. */
  readonly have: number;
}

/** Uploads that one person may have begun and not ended, at most: each is kept for a day. */
export const mostOpen = 10_000;

/** Null: nothing of it has come. */
export async function findUpload(sql: Sql, { project, account, id }: UploadKey): Promise<Upload | null> {
  const row = await sql.one<{ file: number; chunks: number; last: number | null }>(
    `SELECT u.file_id AS file, COUNT(c.n) AS chunks,
       (SELECT LENGTH(data) FROM file_chunk l WHERE l.file_id = u.file_id ORDER BY n DESC LIMIT 1) AS last
     FROM upload u LEFT JOIN file_chunk c ON c.file_id = u.file_id
     WHERE u.project_id = ? AND u.account_id = ? AND u.id = ? GROUP BY u.file_id`,
    [project, account, id],
  );
  // All but the last are full.
  return (
    row && { file: row.file, have: Math.max(0, Number(row.chunks) - 1) * chunkSize + Number(row.last ?? 0) }
  );
}
/** The upload, begun where it is not there. @throws RenquilError uploads-too-many */
export async function openUpload(database: Database, key: UploadKey): Promise<Upload> {
  const known = await findUpload(database, key);
  if (known) return known;
  const open = await database.one<{ count: number }>(
    'SELECT COUNT(*) AS count FROM upload WHERE account_id = ?',
    [key.account],
  );
  const count = Number(open?.count ?? 0);
  if (count >= mostOpen) throw new RenquilError('uploads-too-many', { count });
  try {
    await database.transaction(async (sql) => {
      const { insertId } = await sql.run('INSERT INTO file (complete) VALUES (FALSE)');
      await sql.run('INSERT INTO upload (project_id, account_id, id, file_id) VALUES (?, ?, ?, ?)', [
        ...[key.project, key.account, key.id],
        insertId,
      ]);
    });
  } catch (error) {
    // 1062: it was begun twice at the same time.
    if ((error as { errno?: number }).errno !== 1062) throw error;
  }
  return (await findUpload(database, key))!;
}

/**
 * Puts bytes behind those that have come. What comes is kept by whole chunks as it comes, so that of a stream that breaks off
 * less than a chunk is lost; only a stream that ends may end with a part of one, and is the last.
 */
export async function appendUpload(
  database: Database,
  { file, have }: Upload,
  stream: AsyncIterable<Uint8Array>,
  { limit, tooLarge }: { readonly limit: number; readonly tooLarge: () => Error },
): Promise<void> {
  let n = have / chunkSize;
  let total = have;
  try {
    for await (const chunk of inChunks(stream)) {
      total += chunk.length;
      if (total > limit) throw tooLarge();
      await insertChunk(database, { file, n: n++, chunk });
    }
  } catch (error) {
    // 1062: the same piece came twice at the same time; 1452: the upload was let go of meanwhile.
    if (![1062, 1452].includes((error as { errno?: number }).errno ?? 0)) throw error;
  }
}
/** Whether more can be put behind: a last part has come that is no whole chunk. */
export const isEnded = ({ have }: Upload): boolean => have % chunkSize !== 0;

/** @throws RenquilError request-invalid when it is not all there */
export async function checkWhole(
  sql: Sql,
  key: UploadKey,
  { bytes, path }: { readonly bytes: number; readonly path: string },
): Promise<Upload> {
  const upload = await findUpload(sql, key);
  if (upload?.have === bytes) return upload;
  throw new RenquilError('request-invalid', {
    detail: `of ${path} ${upload?.have ?? 0} of ${bytes} bytes have come`,
  });
}
/** The upload as a stored file, held for somebody; the upload itself is no more. @throws RenquilError request-invalid */
export async function finishUpload(
  database: Database,
  key: UploadKey,
  { holder, bytes, path }: { readonly holder: string; readonly bytes: number; readonly path: string },
): Promise<StoredFile> {
  const upload = await checkWhole(database, key, { bytes, path });
  const hash = createHash('sha256');
  const chunks = Math.ceil(bytes / chunkSize);
  for (let n = 0; n < chunks; n++) {
    const row = await database.one<{ data: Buffer }>(
      'SELECT data FROM file_chunk WHERE file_id = ? AND n = ?',
      [upload.file, n],
    );
    hash.update(row!.data);
  }
  await database.run('DELETE FROM upload WHERE project_id = ? AND account_id = ? AND id = ?', [
    ...[key.project, key.account],
    key.id,
  ]);
  const digest = hash.digest();
  const file = await finishFile(database, upload.file, holder, { digest, bytes });
  return { file, bytes, sha256: digest.toString('hex') };
}
/** Lets go of an upload, with what has come of it. */
export async function dropUpload(database: Database, key: UploadKey): Promise<void> {
  const upload = await findUpload(database, key);
  if (upload) await database.run('DELETE FROM file WHERE id = ? AND NOT complete', [upload.file]);
}
