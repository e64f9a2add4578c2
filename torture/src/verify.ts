import { createHash } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { applyChange } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot, type Scene, type SceneSnapshot } from '@renquil/core/scene';
import { decodeChange } from '@renquil/formats/schemas';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import type { Acknowledged, Person } from './person.js';

type Row = RowDataPacket;
const flat = (scene: Scene): string =>
  takeSnapshot(scene)
    .objects.map(({ id, p, n, k }) => `${id} ${p ?? '-'} ${k} ${n}`)
    .sort()
    .join('\n');
const open = (data: Buffer): Scene =>
  openSnapshot(JSON.parse(gunzipSync(data).toString('utf8')) as SceneSnapshot);

/** Looks into the database itself: every yes stands once, and everything that is derived agrees with the log. */
export async function verify(
  connection: Connection,
  person: Person,
  acknowledged: readonly Acknowledged[],
): Promise<string[]> {
  const wrong: string[] = [];
  const rows = async (text: string, values: unknown[] = []): Promise<Row[]> =>
    (await connection.query<Row[]>(text, values))[0];
  const scenes = await rows(
    'SELECT id, name, revision, objects, source_file FROM scene WHERE binned_at IS NULL',
  );
  const logged = new Map<string, number>();
  for (const { id: scene, revision, objects } of scenes as {
    id: number;
    revision: number;
    objects: number;
  }[]) {
    const log = await rows(
      'SELECT revision, change_id, edits, format FROM scene_change WHERE scene_id = ? ORDER BY revision',
      [scene],
    );
    if (log.length !== revision) wrong.push(`scene ${scene}: ${log.length} changes at revision ${revision}`);
    const replayed = open(
      (await rows('SELECT data FROM scene_snapshot WHERE scene_id = ? AND revision = 0', [scene]))[0]![
        'data'
      ] as Buffer,
    );
    const snapshots = new Map(
      (await rows('SELECT revision, data FROM scene_snapshot WHERE scene_id = ?', [scene])).map((row) => [
        row['revision'] as number,
        row['data'] as Buffer,
      ]),
    );
    log.forEach((row, i) => {
      if (row['revision'] !== i + 1) wrong.push(`scene ${scene}: revision ${i + 1} is missing`);
      logged.set(`${scene} ${row['change_id']}`, row['revision'] as number);
      const edits = decodeChange(row['edits'] as string, row['format'] as number);
      if (!applyChange(replayed, { label: '', edits }).ok)
        wrong.push(`scene ${scene}: revision ${i + 1} does not apply`);
      const snapshot = snapshots.get(i + 1);
      if (snapshot && flat(open(snapshot)) !== flat(replayed))
        wrong.push(`scene ${scene}: the snapshot at ${i + 1} is not the log`);
    });
    if (replayed.size !== objects)
      wrong.push(`scene ${scene}: ${objects} objects written down, ${replayed.size} there`);
    const index = (
      await rows('SELECT object_id, parent_id, name, kind FROM object_index WHERE scene_id = ?', [scene])
    )
      .map((row) => `${row['object_id']} ${row['parent_id'] ?? '-'} ${row['kind']} ${row['name']}`)
      .sort()
      .join('\n');
    if (index !== flat(replayed)) wrong.push(`scene ${scene}: the index of objects is not the log`);
    wrong.push(...(await compareServed(person, scene, flat(replayed))));
  }
  for (const { scene, id, revision } of acknowledged)
    if (logged.get(`${scene} ${id}`) !== revision)
      wrong.push(
        `scene ${scene}: ${id} was acknowledged as ${revision} and is ${logged.get(`${scene} ${id}`) ?? 'LOST'}`,
      );
  wrong.push(...(await checkFiles(rows)));
  return wrong;
}

async function compareServed(person: Person, scene: number, wanted: string): Promise<string[]> {
  const info = await person.send<{ snapshot: number; changes: { edits: never[] }[] }>(
    'GET',
    `/api/scenes/${scene}`,
  );
  const snapshot = await person.send<SceneSnapshot>(
    'GET',
    `/api/scenes/${scene}/snapshots/${info.body.snapshot}`,
  );
  const served = openSnapshot(snapshot.body);
  for (const { edits } of info.body.changes) applyChange(served, { label: '', edits });
  return flat(served) === wanted ? [] : [`scene ${scene}: what is served is not the log`];
}

/** Every file that something points to is whole, and nothing is there twice. */
async function checkFiles(rows: (text: string) => Promise<Row[]>): Promise<string[]> {
  const wrong: string[] = [];
  const used = await rows(
    `SELECT f.id, f.bytes, f.sha256, f.complete FROM file f WHERE f.id IN (SELECT source_file FROM scene UNION SELECT thumbnail_file FROM scene
     UNION SELECT file_id FROM scene_file UNION SELECT file_id FROM handoff_file)`,
  );
  for (const file of used) {
    const chunks = await rows(`SELECT data FROM file_chunk WHERE file_id = ${file['id']} ORDER BY n`);
    const bytes = Buffer.concat(chunks.map((chunk) => chunk['data'] as Buffer));
    const whole =
      file['complete'] &&
      createHash('sha256')
        .update(bytes)
        .digest()
        .equals(file['sha256'] as Buffer) &&
      bytes.length === Number(file['bytes']);
    if (!whole) wrong.push(`file ${file['id']} is not whole`);
  }
  const twice = await rows('SELECT name, COUNT(*) AS n FROM scene GROUP BY project_id, name HAVING n > 1');
  for (const { name } of twice) wrong.push(`scene ${name} is there twice`);
  return wrong;
}

/** Files that nothing points to and nobody holds: none once every job has ended and housekeeping has been. */
export async function orphans(connection: Connection): Promise<number> {
  const [found] = await connection.query<Row[]>(
    `SELECT COUNT(*) AS n FROM file f WHERE NOT EXISTS (SELECT 1 FROM file_hold h WHERE h.file_id = f.id)
     AND NOT EXISTS (SELECT 1 FROM scene s WHERE s.source_file = f.id OR s.thumbnail_file = f.id)
     AND NOT EXISTS (SELECT 1 FROM scene_file c WHERE c.file_id = f.id) AND NOT EXISTS (SELECT 1 FROM handoff_file p WHERE p.file_id = f.id)`,
  );
  return Number(found[0]!['n']);
}
