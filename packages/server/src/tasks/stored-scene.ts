import { gunzipSync, gzipSync } from 'node:zlib';
import {
  applyChange,
  openSnapshot,
  takeSnapshot,
  type Edit,
  type Scene,
  type SceneSnapshot,
} from '@renquil/core';

/** A scene as it crosses threads: a packed snapshot and the edits made since, each list as JSON text. */
export interface StoredScene {
  readonly snapshot: Uint8Array;
  readonly changes: readonly string[];
}

export function openStored({ snapshot, changes }: StoredScene): Scene {
  const scene = openSnapshot(JSON.parse(gunzipSync(snapshot).toString('utf8')) as SceneSnapshot);
  for (const text of changes) {
    const result = applyChange(scene, { label: '', edits: JSON.parse(text) as Edit[] });
    if (!result.ok) throw new Error(`the log does not apply: ${result.detail}`);
  }
  return scene;
}

export function packScene(scene: Scene): Uint8Array {
  return gzipSync(JSON.stringify(takeSnapshot(scene)), { level: 4 });
}
