import type { Edit } from '@renquil/core/edits';
import type { SceneRow } from '../db/scenes.js';
import type { Services } from '../services/services.js';
import type { Author, Committed } from './posted.js';

/** A change as it is asked for. */
export interface ChangeRequest {
  /** Made by whoever makes the change; the same id twice is one change. */
  readonly id: string;
  /** The revision it was made on. */
  readonly base: number;
  readonly label: string;
  readonly edits: readonly Edit[];
}

/** Commits a change that was made here. */
export function commitChange(
  services: Services,
  scene: Pick<SceneRow, 'id' | 'objects'>,
  author: Author,
  change: ChangeRequest,
): Promise<Committed> {
  return commitPosted(services, scene, author, Buffer.from(JSON.stringify(change)));
}

/** Commits a change as it was posted: read and judged on the scene's own thread, queued with others of the scene. */
export async function commitPosted(
  services: Services,
  scene: Pick<SceneRow, 'id' | 'objects'>,
  author: Author,
  body: Uint8Array,
): Promise<Committed> {
  const change = await services.scenes.read(scene.id, scene.objects, body);
  return services.commits.commit(services, scene.id, {
    author: { id: author.id, name: author.name },
    change,
  });
}
