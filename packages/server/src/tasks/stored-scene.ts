import { readOwn } from '@renquil/core/own-json';
import { gunzipSync, gzipSync } from 'node:zlib';
import { applyChange } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot, type Scene, type SceneSnapshot } from '@renquil/core/scene';
import { decodeChange } from '@renquil/formats/schemas';

/** The edits of a change as they stand in the log. */
export interface StoredChange {
  readonly edits: string;
  readonly format: number;
}
/** A scene as it crosses threads: a packed snapshot and the changes made since. */
export interface StoredScene {
  readonly snapshot: Uint8Array;
  readonly changes: readonly StoredChange[];
}

/** The scene of a snapshot and the log after it. */
export function openStored({ snapshot, changes }: StoredScene): Scene {
  const scene = openSnapshot(readOwn<SceneSnapshot>(gunzipSync(snapshot).toString('utf8')));
  for (const { edits, format } of changes) {
    const result = applyChange(scene, { label: '', edits: decodeChange(edits, format) });
    if (!result.ok) throw new Error(`the log does not apply: ${result.detail}`);
  }
  return scene;
}

/** A scene as it is stored: gzipped JSON. */
export function packScene(scene: Scene): Uint8Array {
  return gzipSync(JSON.stringify(takeSnapshot(scene)), { level: 4 });
}
