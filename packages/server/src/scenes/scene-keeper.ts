import type { Sql } from '../db/database.js';
import { listChanges, readSnapshot, snapshotBefore } from '../db/scenes.js';
import type { StoredChange, StoredScene } from '../tasks/stored-scene.js';
import { readChange } from './read-change.js';
import type { Laid, ReadChange, ToLay } from './scene-desk.js';
import { SceneThread } from './scene-thread.js';

/** A log longer than this is cut short by a new snapshot. */
export const snapshotEvery = 50;
type Lane = 'small' | 'large';
interface Kept {
  readonly lane: Lane;
  revision: number;
  objects: number;
  inUse: boolean;
}
/** From this many objects on a scene is worked on apart, so that opening or changing it never holds up the small ones. */
const largeFrom = 20_000;
/** Bytes of a posted change that are read at once: less work than handing them to another thread. */
const smallBody = 16_000;
const megabytes: Record<Lane, number> = { small: 1024, large: 6144 };

/**
 * Copies of scenes that people edit, on two threads of this process, bounded by how many objects they hold together. A
 * cache only: the database is what counts. One caller at a time may ask for one scene (the commit queue sees to it).
 */
export class SceneKeeper {
  readonly #kept = new Map<number, Kept>();
  /** Fixed when first asked for, since posted changes wait on the desk that holds their scene. */
  readonly #lanes = new Map<number, Lane>();
  readonly #threads: Record<Lane, SceneThread>;
  /** How often a copy was read from its snapshot: what a refusal must never cause. */
  opened = 0;

  /** @param mostObjects how many objects the copies of one lane may hold together; the one in use is kept whatever it holds */
  constructor(readonly mostObjects: Record<Lane, number> = { small: 500_000, large: 2_000_000 }) {
    const thread = (lane: Lane): SceneThread => new SceneThread(megabytes[lane], () => this.#lost(lane));
    this.#threads = { small: thread('small'), large: thread('large') };
  }
  async read(scene: number, objects: number, body: Uint8Array): Promise<ReadChange> {
    if (body.length <= smallBody) {
      const { edits, ...change } = readChange(body);
      const text = JSON.stringify(edits);
      return { ...change, toLay: text, edits: Buffer.from(text) };
    }
    return this.#threads[this.#laneOf(scene, objects)].call('read', body);
  }
  drop(scene: number, { toLay }: ReadChange): void {
    const lane = this.#lanes.get(scene);
    if (lane && typeof toLay === 'number') this.#threads[lane].call('drop', toLay).catch(() => undefined);
  }
  /**
   * Lays changes on the copy as it is at a revision. Tentative until `keep`: laying on again, for another attempt of a
   * transaction or another change, begins by taking back what was not kept.
   */
  async lay(
    sql: Sql,
    scene: number,
    { revision, objects }: { readonly revision: number; readonly objects: number },
    changes: readonly ToLay[],
  ): Promise<Laid> {
    const lane = this.#laneOf(scene, objects);
    const thread = this.#threads[lane];
    let kept = this.#kept.get(scene);
    if (kept) kept.inUse = true;
    try {
      if (!kept || kept.revision > revision) {
        const { snapshot, changes } = await this.stored(sql, scene, revision);
        const size = await thread.call('open', scene, snapshot, changes);
        this.opened++;
        kept = { lane, revision, objects: size, inUse: true };
      } else if (kept.revision < revision) {
        await thread.call('follow', scene, await storedChanges(sql, scene, kept.revision, revision));
        kept.revision = revision;
      }
      this.#kept.delete(scene);
      this.#kept.set(scene, kept);
      const laid = await thread.call('lay', scene, changes);
      kept.objects = laid.size;
      this.#makeRoom(lane);
      return laid;
    } catch (error) {
      this.forget(scene);
      throw error;
    } finally {
      if (kept) kept.inUse = false;
    }
  }
  /** What was laid on is committed as the scene's newest revision. */
  keep(scene: number, revision: number): void {
    const kept = this.#kept.get(scene);
    if (!kept) return;
    kept.revision = revision;
    // What is asked next waits behind it, so there is no need to wait for it here.
    this.#threads[kept.lane].call('keep', scene).catch(() => this.forget(scene));
  }
  forget(scene: number): void {
    const kept = this.#kept.get(scene);
    if (!kept) return;
    this.#kept.delete(scene);
    this.#threads[kept.lane].call('close', scene).catch(() => undefined);
  }
  /** For a worker thread: the snapshot and the log after it. */
  async stored(sql: Sql, scene: number, revision: number): Promise<StoredScene> {
    const from = await snapshotBefore(sql, scene, revision);
    return {
      snapshot: new Uint8Array((await readSnapshot(sql, scene, from))!),
      changes: await storedChanges(sql, scene, from, revision),
    };
  }
  async close(): Promise<void> {
    await Promise.all([this.#threads.small.close(), this.#threads.large.close()]);
  }

  #laneOf(scene: number, objects: number): Lane {
    let lane = this.#lanes.get(scene);
    if (!lane) this.#lanes.set(scene, (lane = objects < largeFrom ? 'small' : 'large'));
    return lane;
  }
  #makeRoom(lane: Lane): void {
    let total = 0;
    for (const kept of this.#kept.values()) if (kept.lane === lane) total += kept.objects;
    // The longest unused first.
    for (const [scene, kept] of [...this.#kept]) {
      if (total <= this.mostObjects[lane]) return;
      if (kept.lane !== lane || kept.inUse) continue;
      total -= kept.objects;
      this.forget(scene);
    }
  }
  #lost(lane: Lane): void {
    for (const [scene, kept] of [...this.#kept]) if (kept.lane === lane) this.#kept.delete(scene);
  }
}

async function storedChanges(sql: Sql, scene: number, after: number, upTo: number): Promise<StoredChange[]> {
  const rows = await listChanges(sql, scene, after, upTo);
  return rows.map(({ edits, format }) => ({ edits, format }));
}
