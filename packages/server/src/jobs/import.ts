import { posix } from 'node:path';
import { readOwn } from '@renquil/core/own-json';
import { RenquilError } from '@renquil/core/errors';
import { shippedConventions } from '@renquil/core/names';
import { layerEnding, sceneEnding, scenesAmong } from '@renquil/formats';
import type { Sql } from '../db/database.js';
import { newcomersConvention, pinScene, readRevision } from '../db/conventions.js';
import { readFile } from '../db/files.js';
import { updateIndex } from '../db/object-index.js';
import { recordAudit } from '../db/projects.js';
import { insertScene, insertSnapshot, sceneNames } from '../db/scenes.js';
import { saveJudged } from '../db/judged.js';
import { insertVersion } from '../db/versions.js';
import type { JobHandler } from './job-work.js';
import { insertEvent } from '../live/event-hub.js';

/** The stored files of an import, by their paths. */
export interface ImportInput {
  readonly files: readonly { readonly path: string; readonly file: number }[];
}

/** Turns an upload into a scene, or into one clear error with nothing left behind. */
export const importJob: JobHandler = async ({ services, job, signal, report, keep }) => {
  const { database } = services;
  const { files } = readOwn<ImportInput>(job.input);
  const main = mainFile(files.map((file) => file.path));
  report('Loading', 0, files.length);
  const loaded = await Promise.all(
    files.map(async ({ path, file }) => [path, await readFile(database, file)] as const),
  );
  const bytes = loaded.find(([path]) => path === main)![1];
  const folder = main.slice(0, main.lastIndexOf('/') + 1);
  const resources = loaded
    .filter(([path]) => path !== main)
    .map(([path, data]) => [posix.relative(folder, path), data] as const);
  const held = await newcomersConvention(database, job.project_id);
  const convention =
    'shipped' in held
      ? shippedConventions[held.shipped]!
      : await readRevision(database, held.id, held.revision);
  const read = await services.pool.run(
    'read-scene',
    { file: main, bytes, resources, convention },
    { signal, progress: report, large: job.lane === 'large' },
  );
  const source = read.packed ? await keep(read.packed) : files.find((file) => file.path === main)!.file;
  const thumbnail = await keep(read.thumbnail);
  return async (sql) => {
    // So that two that are brought in at once do not choose one name.
    await sql.one('SELECT id FROM project WHERE id = ? FOR UPDATE', [job.project_id]);
    const base = main.slice(folder.length).replace(sceneEnding, '');
    const name = freeName(base.slice(0, 190) || 'scene', await sceneNames(sql, job.project_id));
    const scene = await insertScene(sql, {
      project: job.project_id,
      name,
      sourceName: main.slice(folder.length),
      sourceFile: source,
      thumbnailFile: thumbnail,
      objects: read.objects,
      standing: read.judged.standing,
      author: job.author,
    });
    await insertFiles(sql, scene, files, main);
    await pinScene(sql, scene, held);
    // Nobody has looked yet whether its names fit that: whoever opens it first is asked.
    await sql.run('UPDATE scene SET convention_settled = FALSE WHERE id = ?', [scene]);
    await insertSnapshot(sql, scene, 0, read.snapshot);
    await updateIndex(sql, scene, { rows: read.index });
    await insertVersion(sql, scene, {
      revision: 0,
      note: ['As it was brought in', read.note].filter(Boolean).join('. '),
      author: job.author,
      request: null,
    });
    await saveJudged(sql, scene, 0, read.judged);
    await insertEvent(sql, scene, { type: 'version', revision: 0, author: '', label: 'brought in' });
    await recordAudit(sql, { project: job.project_id, account: job.author }, `brought in ${name}`, { scene });
    // Cancelled at the last moment: the transaction is taken back.
    signal.throwIfAborted();
    return { scene, name, objects: read.objects, note: read.note };
  };
};

async function insertFiles(
  sql: Sql,
  scene: number,
  files: ImportInput['files'],
  main: string,
): Promise<void> {
  for (const { path, file } of files)
    await sql.run('INSERT INTO scene_file (scene_id, path, file_id, is_main) VALUES (?, ?, ?, ?)', [
      ...[scene, path, file],
      path === main,
    ]);
}

function mainFile(paths: readonly string[]): string {
  const mains = scenesAmong(paths);
  if (mains.length === 1) return mains[0]!;
  // A layer comes first, then those that it is put together from.
  if (mains.length && mains.every((path) => layerEnding.test(path))) return mains[0]!;
  if (mains.length > 1)
    throw new RenquilError('request-invalid', {
      detail: `one scene at a time: ${mains.slice(0, 3).join(', ')} came together`,
    });
  // A wrong ending is no reason to refuse a lone file: its first bytes decide.
  if (paths.length === 1) return paths[0]!;
  throw new RenquilError('file-kind-unknown', { file: paths[0] ?? 'the upload' });
}

function freeName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken.has(`${wanted}_${n}`)) return `${wanted}_${n}`;
}
