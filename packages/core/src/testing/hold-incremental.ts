import type { CheckRun } from '../checks/check-run.js';
import { applyChange } from '../edits/change.js';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import type { Scene } from '../scene/scene.js';
import { randomEdit } from './random-edits.js';

/**
 * Holds what a run finds after each of many random edits to what a new one finds, and what a page has that is told only of
 * the objects that were looked at again. `begin` makes a run over the scene as it is.
 */
export function holdIncremental(
  scene: Scene,
  random: () => number,
  begin: (scene: Scene) => CheckRun,
  { edits: many = 40, seed }: { readonly edits?: number; readonly seed: number },
): void {
  const run = begin(scene);
  run.all();
  const told = new Map(run.rows());
  for (let i = 0; i < many; i++) {
    const edits = randomEdit(scene, random);
    if (!applyChange(scene, { label: '', edits }).ok) continue;
    for (const id of run.after(edits)) {
      if (run.of(id).length) told.set(id, run.of(id));
      else told.delete(id);
    }
    // Of a scene of its own: what is kept up beside the run is held to what is made anew, too.
    const full = begin(openSnapshot(takeSnapshot(scene)));
    full.all();
    const context = `seed ${seed}, edit ${i}: ${JSON.stringify(edits)}`;
    expect([...run.findings()])
      .withContext(context)
      .toEqual([...full.findings()]);
    expect([...told].sort((a, b) => a[0] - b[0]))
      .withContext(`${context}: what a page is told`)
      .toEqual([...full.rows()].map(([id, rows]) => [id, rows]));
  }
}
