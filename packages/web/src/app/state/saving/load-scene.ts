import { applyChange, openSnapshot, type Scene, type SceneSnapshot } from '@renquil/core';
import { firstValueFrom } from 'rxjs';
import type { Api } from '../api';
import type { OpenedScene } from '../api-types';

export interface LoadedScene {
  readonly info: OpenedScene;
  readonly snapshot: SceneSnapshot;
  /** The snapshot with all changes made since. */
  readonly scene: Scene;
}

/** A scene as it is on the server now. */
export async function loadScene(api: Api, id: number): Promise<LoadedScene> {
  const info = await firstValueFrom(api.scene(id));
  const snapshot = await firstValueFrom(api.snapshot(id, info.snapshot));
  const scene = openSnapshot(snapshot);
  for (const change of info.changes) {
    const result = applyChange(scene, change);
    if (!result.ok) throw new Error(`Revision ${change.revision} does not apply: ${result.detail}.`);
  }
  return { info, snapshot, scene };
}
