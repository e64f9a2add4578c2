import { endpoints } from '@renquil/api';
import { Zip, ZipPassThrough } from 'fflate';
import { readChunks } from '../../db/files.js';
import { listHandoffFiles } from '../../db/handoffs.js';
import type { Sql } from '../../db/database.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from './get-handoff-file.js';

const packedAt = new Date(1980, 0, 2);

/** A stored (not packed) zip, file by file and chunk by chunk, so that a big package never stands in memory. */
async function* zip(
  sql: Sql,
  files: readonly { name: string; file_id: number }[],
): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = [];
  const archive = new Zip((error, data) => {
    if (error) throw error;
    ready.push(data);
  });
  for (const { name, file_id } of files) {
    const entry = new ZipPassThrough(name);
    // The same for every package, so that the same files are the same zip.
    entry.mtime = packedAt;
    archive.add(entry);
    for await (const chunk of readChunks(sql, file_id)) {
      entry.push(chunk);
      yield* ready.splice(0);
    }
    entry.push(new Uint8Array(0), true);
  }
  archive.end();
  yield* ready;
  ready = [];
}

export const getHandoffPackage = defineRoute(endpoints.getHandoffPackage, {
  async handle({ params, scene }, { database }) {
    const id = toId(params.handoff);
    const files = await listHandoffFiles(database, id);
    return {
      headers: {
        'Content-Type': 'application/zip',
        'Content-Disposition': attachment(`${scene.name}_handoff${id}.zip`),
      },
      stream: zip(database, files),
    };
  },
});
