import { pinnedOf } from '../db/conventions.js';
import { findScene, insertSnapshot, scenesBehind, snapshotBefore } from '../db/scenes.js';
import { usualTargets } from '../db/targets.js';
import { heldWaivers } from '../db/waivers.js';
import { saveJudged } from '../db/judged.js';
import { snapshotEvery } from '../scenes/scene-keeper.js';
import type { Services } from './services.js';

interface Wait {
  readonly since: number;
  timer: NodeJS.Timeout;
}

/**
 * Judges a scene anew a moment after its last change, on a worker thread, and shortens a long log by a snapshot. While
 * changes keep coming it is done all the same, once every few seconds.
 */
export class Refresher {
  readonly #waiting = new Map<number, Wait>();
  readonly #running = new Set<number>();
  #closed = false;
  /** @param longest milliseconds that a scene waits at most while it is being changed */
  constructor(
    readonly services: () => Services,
    readonly quiet = 400,
    readonly longest = 4000,
  ) {}

  soon(scene: number, delay = this.quiet): void {
    if (this.#closed) return;
    const before = this.#waiting.get(scene);
    if (before) clearTimeout(before.timer);
    const since = before?.since ?? Date.now();
    const wait = Math.max(0, Math.min(delay, since + this.longest - Date.now()));
    const timer = setTimeout(() => void this.#begin(scene), wait);
    timer.unref();
    this.#waiting.set(scene, { since, timer });
  }
  /** What was left behind when a server ended: judged now, one after another. */
  async catchUp(): Promise<void> {
    for (const scene of await scenesBehind(this.services().database, snapshotEvery)) this.soon(scene, 50);
  }
  close(): void {
    this.#closed = true;
    for (const { timer } of this.#waiting.values()) clearTimeout(timer);
    this.#waiting.clear();
  }
  async #begin(scene: number): Promise<void> {
    this.#waiting.delete(scene);
    // One at a time for one scene; what came meanwhile is judged after.
    if (this.#running.has(scene)) return this.soon(scene);
    this.#running.add(scene);
    try {
      await refresh(this.services(), scene);
    } catch (error) {
      if (!this.#closed) this.services().log(`scene ${scene} could not be judged`, error);
    } finally {
      this.#running.delete(scene);
    }
  }
}

/** Judges a scene as it is now and keeps what came out. */
export async function refresh(services: Services, scene: number): Promise<void> {
  const { database, scenes, pool } = services;
  const row = await findScene(database, scene);
  if (!row) return;
  const stored = await scenes.stored(database, scene, row.revision);
  const long = row.revision - (await snapshotBefore(database, scene, row.revision)) >= snapshotEvery;
  const { body: convention } = await pinnedOf(database, row);
  const held = await heldWaivers(database, row);
  const targets = await usualTargets(database, row.project_id, scene);
  const made = await pool.run('refresh', { stored, convention, held, targets, snapshot: long });
  await database.transaction((sql) => saveJudged(sql, scene, row.revision, made.judged));
  if (made.snapshot) await insertSnapshot(database, scene, row.revision, made.snapshot);
}
