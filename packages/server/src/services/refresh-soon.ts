import { pinnedOf } from '../db/conventions.js';
import { findScene, insertSnapshot, saveStanding, snapshotBefore } from '../db/scenes.js';
import { snapshotEvery } from './scene-keeper.js';
import type { Services } from './services.js';

const waiting = new Map<number, NodeJS.Timeout>();

/** Judges a scene anew a moment after its last change, on a worker thread, and shortens a long log by a snapshot. */
export function refreshSoon(services: Services, scene: number, delay = 400): void {
  clearTimeout(waiting.get(scene));
  const timer = setTimeout(() => {
    waiting.delete(scene);
    refresh(services, scene).catch((error: unknown) =>
      services.log(`scene ${scene} could not be judged`, error),
    );
  }, delay);
  timer.unref();
  waiting.set(scene, timer);
}

export function stopRefreshing(): void {
  for (const timer of waiting.values()) clearTimeout(timer);
  waiting.clear();
}

export async function refresh(services: Services, scene: number): Promise<void> {
  const { database, scenes, pool } = services;
  const row = await findScene(database, scene);
  if (!row) return;
  const stored = await scenes.stored(database, scene, row.revision);
  const long = row.revision - (await snapshotBefore(database, scene, row.revision)) >= snapshotEvery;
  const { body: convention } = await pinnedOf(database, row);
  const made = await pool.run('refresh', { stored, convention, snapshot: long });
  await saveStanding(database, scene, row.revision, made.standing);
  if (made.snapshot) await insertSnapshot(database, scene, row.revision, made.snapshot);
}
