import { filled, nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, integer, text } from '../values.js';
import { endpoint } from '../endpoint.js';

const word = () => text({ min: 1, max: 100, trim: true });
/** The common word of the library that a word is nearly. */
export const nearWord = object({ word: text(), near: nullable(object({ word: text(), used: count() })) });
export const wordUse = object({
  word: text(),
  count: count(),
  scenes: list(object({ scene: id(), name: text(), count: count(), examples: list(text()) })),
});
export const wordRename = object({
  applied: flag(),
  scenes: list(
    object({
      scene: id(),
      name: text(),
      revision: count(),
      clashes: count(),
      renames: list(object({ object: id(), before: text(), after: text() })),
    }),
  ),
});

export const getNearWord = endpoint({
  method: 'get',
  path: '/api/projects/:project/words/near',
  needs: 'viewer',
  says: 'The common word of the library that a word is a letter away from, and how often it is used; null when there is none.',
  query: { word: word() },
  reply: nearWord,
});

export const getWordUse = endpoint({
  method: 'get',
  path: '/api/projects/:project/words',
  needs: 'viewer',
  says: 'Where a word stands in the names of the library: how many objects of each scene, with some of their names.',
  query: { word: word() },
  reply: wordUse,
});

export const renameWord = endpoint({
  method: 'post',
  path: '/api/projects/:project/words/rename',
  needs: 'artist',
  says: 'Puts a word in place of another in the names of all scenes, or of some: as a proposal for each scene, or, with `apply`, as one change in each.',
  body: object({
    from: word(),
    to: word(),
    scenes: optional(list(integer(), { max: 1000 })),
    apply: filled(flag(), false),
  }),
  reply: wordRename,
});
