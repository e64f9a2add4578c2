import type { Edit } from '@renquil/core/edits';
import { CompiledConvention, swapWord, type Convention } from '@renquil/core/names';
import { resolveClashes } from '@renquil/core/names/recipe';
import { planRename } from '@renquil/core/plans';
import { openStored, type StoredScene } from './stored-scene.js';

/** What renaming a word would do in one scene. */
export interface WordRenames {
  readonly renames: readonly { readonly object: number; readonly before: string; readonly after: string }[];
  readonly clashes: number;
  readonly edits: readonly Edit[];
}

/** A word put in place of another in all names of a scene; a taken name takes the next free number of its convention. */
export function renameWordTask(input: {
  stored: StoredScene;
  convention: Convention;
  from: string;
  to: string;
}): WordRenames {
  const scene = openStored(input.stored);
  const wanted = new Map<number, string>();
  for (const object of scene.walk()) {
    const name = swapWord(object.name, input.from, input.to);
    if (name !== object.name) wanted.set(object.id, name);
  }
  const { names, clashes } = resolveClashes(
    scene,
    wanted,
    'number-on',
    new CompiledConvention(input.convention),
  );
  const renames = [...names].map(([object, after]) => ({ object, before: scene.get(object).name, after }));
  return { renames, clashes: clashes.length, edits: planRename(scene, names) };
}
