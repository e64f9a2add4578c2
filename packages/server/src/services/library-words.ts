import { nearCommon, WordCount, type NearCommon } from '@renquil/core';
import type { Sql } from '../db/database.js';
import { namesOfScene, sceneRevisions } from '../db/words.js';

interface Counted {
  readonly revision: number;
  readonly counts: ReadonlyMap<string, number>;
}
interface Library {
  readonly stamp: string;
  readonly counts: ReadonlyMap<string, number>;
}

/** How often words stand in the names of a project's scenes. A cache only: a scene is counted again when it has changed. */
export class LibraryWords {
  readonly #scenes = new Map<number, Counted>();
  readonly #libraries = new Map<number, Library>();

  /** The common word of the library that a rare one is nearly; null: there is none, or the word is itself in use. */
  async near(sql: Sql, project: number, word: string): Promise<NearCommon | null> {
    return nearCommon((await this.#library(sql, project)).counts, word);
  }
  async #library(sql: Sql, project: number): Promise<Library> {
    const scenes = await sceneRevisions(sql, project);
    const stamp = scenes.map(({ id, revision }) => `${id}:${revision}`).join();
    let library = this.#libraries.get(project);
    if (library?.stamp === stamp) return library;
    const counts = new Map<string, number>();
    for (const { id, revision } of scenes) {
      let counted = this.#scenes.get(id);
      if (counted?.revision !== revision) {
        const words = new WordCount();
        for (const name of await namesOfScene(sql, id)) words.add(name);
        this.#scenes.set(id, (counted = { revision, counts: words.counts() }));
      }
      for (const [word, times] of counted.counts) counts.set(word, (counts.get(word) ?? 0) + times);
    }
    this.#libraries.set(project, (library = { stamp, counts }));
    return library;
  }
}
