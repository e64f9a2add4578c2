import { writeScene } from '@renquil/formats';
import { openStored, type StoredScene } from './stored-scene.js';

/** The file that came in and the scene as it is now. */
export interface WriteCopyInput {
  readonly source: Uint8Array;
  readonly sourceName: string;
  readonly stored: StoredScene;
}

/** The whole scene as it is now in the file it came from: nothing left out, nothing judged. */
export function writeCopyTask({ source, sourceName, stored }: WriteCopyInput): Uint8Array {
  return writeScene(source, sourceName, openStored(stored));
}
