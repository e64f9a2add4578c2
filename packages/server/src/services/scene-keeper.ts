import { gunzipSync } from 'node:zlib';
import { applyChange, openSnapshot, type Edit, type Scene, type SceneSnapshot } from '@renquil/core';
import type { Sql } from '../db/database.js';
import { listChanges, readSnapshot, snapshotBefore } from '../db/scenes.js';
import type { StoredScene } from '../tasks/stored-scene.js';

interface Kept {
  readonly scene: Scene;
  revision: number;
}
/** A log longer than this is cut short by a new snapshot. */
export const snapshotEvery = 50;

/** Copies of open scenes in this process, a cache only: the database is what counts. */
export class SceneKeeper {
  readonly #kept = new Map<number, Kept>();
  constructor(readonly most = 12) {}

  /** The scene at a revision. Callers hold the lock of the scene's row, so nobody else is at this copy. */
  async at(sql: Sql, id: number, revision: number): Promise<Scene> {
    let kept = this.#kept.get(id);
    if (!kept || kept.revision > revision) {
      const from = await snapshotBefore(sql, id, revision);
      const data = (await readSnapshot(sql, id, from))!;
      kept = {
        scene: openSnapshot(JSON.parse(gunzipSync(data).toString('utf8')) as SceneSnapshot),
        revision: from,
      };
    }
    for (const change of await listChanges(sql, id, kept.revision, revision)) {
      const result = applyChange(kept.scene, {
        label: change.label,
        edits: JSON.parse(change.edits) as Edit[],
      });
      if (!result.ok)
        throw new Error(`scene ${id}: revision ${change.revision} does not apply: ${result.detail}`);
      kept.revision = change.revision;
    }
    this.#kept.delete(id);
    this.#kept.set(id, kept);
    while (this.#kept.size > this.most) this.#kept.delete(this.#kept.keys().next().value!);
    return kept.scene;
  }
  /** The copy has taken a change that is about to be committed. */
  advance(id: number, revision: number): void {
    const kept = this.#kept.get(id);
    if (kept) kept.revision = revision;
  }
  /** The copy may be ahead of what was committed: read it anew next time. */
  forget(id: number): void {
    this.#kept.delete(id);
  }
  /** For a worker thread: the snapshot and the log after it. */
  async stored(sql: Sql, id: number, revision: number): Promise<StoredScene> {
    const from = await snapshotBefore(sql, id, revision);
    const [data, changes] = [await readSnapshot(sql, id, from), await listChanges(sql, id, from, revision)];
    return { snapshot: new Uint8Array(data!), changes: changes.map((change) => change.edits) };
  }
}
