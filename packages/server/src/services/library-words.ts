import { nearCommon, type NearCommon } from '@renquil/core/names';
import { listScenes } from '../db/scenes.js';
import type { Services } from './services.js';

type Counts = ReadonlyMap<string, number>;
interface Library {
  /** Scenes and their revisions: what the counts hold for. */
  readonly stamp: string;
  /** Shared by all who ask while it is made. */
  readonly counts: Promise<Counts>;
  readonly scenes: ReadonlyMap<number, { readonly revision: number; readonly counts: Counts }>;
}

/** How often words stand in the names of a project's scenes. A cache only: a scene is counted again, on a worker thread, when it has changed. */
export class LibraryWords {
  readonly #libraries = new Map<number, Library>();

  /** The common word of the library that a rare one is nearly; null: there is none, or the word is itself in use. */
  async near(services: Services, project: number, word: string): Promise<NearCommon | null> {
    const scenes = await listScenes(services.database, project);
    const stamp = scenes.map(({ id, revision }) => `${id}:${revision}`).join();
    let library = this.#libraries.get(project);
    if (library?.stamp !== stamp)
      this.#libraries.set(project, (library = this.#begin(services, stamp, scenes, library)));
    try {
      return nearCommon(await library.counts, word);
    } catch (error) {
      if (this.#libraries.get(project) === library) this.#libraries.delete(project);
      throw error;
    }
  }
  #begin(
    { database, scenes: keeper, pool }: Services,
    stamp: string,
    scenes: readonly { readonly id: number; readonly revision: number }[],
    before?: Library,
  ): Library {
    const counted = new Map<number, { readonly revision: number; readonly counts: Counts }>();
    const count = async (): Promise<Counts> => {
      const all = new Map<string, number>();
      for (const { id, revision } of scenes) {
        let known = before?.scenes.get(id);
        if (known?.revision !== revision) {
          const stored = await keeper.stored(database, id, revision);
          known = { revision, counts: new Map(await pool.run('count-words', { stored })) };
        }
        counted.set(id, known);
        for (const [word, times] of known.counts) all.set(word, (all.get(word) ?? 0) + times);
      }
      return all;
    };
    return { stamp, counts: count(), scenes: counted };
  }
}
