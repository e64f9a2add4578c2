import { applyChange } from '@renquil/core/edits';
import { openPacked, type PackedSnapshot, type Scene } from '@renquil/core/scene';
import { firstValueFrom } from 'rxjs';
import type { Api } from '../api';
import type { OpenedScene } from '@renquil/api';
import { nextTask } from '../../ui/next-task';

/** A scene as it was opened. */
export interface LoadedScene {
  readonly info: OpenedScene;
  /** The snapshot with all changes made since. */
  readonly scene: Scene;
  /** By which the analysis knows what it read for it. */
  readonly reading: number;
}

/** Rows that are opened before the page may draw in between. */
const stretch = 8000;

/** A scene as it is on the server now. `read` turns the bytes of a snapshot into flat pieces, in another thread. */
export async function loadScene(
  api: Api,
  id: number,
  read: (bytes: ArrayBuffer) => Promise<{ readonly packed: PackedSnapshot; readonly reading: number }>,
): Promise<LoadedScene> {
  const info = await firstValueFrom(api.scene(id));
  const { packed, reading } = await read(await firstValueFrom(api.snapshot(id, info.snapshot)));
  const scene = await openInStretches(packed);
  for (const change of info.changes) {
    const result = applyChange(scene, change);
    if (!result.ok) throw new Error(`Revision ${change.revision} does not apply: ${result.detail}.`);
  }
  return { info, scene, reading };
}

async function openInStretches(packed: PackedSnapshot): Promise<Scene> {
  const steps = openPacked(packed, stretch);
  let step = steps.next();
  while (!step.done) {
    await nextTask();
    step = steps.next();
  }
  return step.value;
}
