import { learnConvention, type LearnedConvention } from '@renquil/core/names/learn';
import { parseQuery } from '@renquil/core/query';
import { openStored, type StoredScene } from './stored-scene.js';

/** A convention read out of several scenes at once. */
export function learnConventionTask(input: {
  stored: readonly StoredScene[];
  name: string;
  query: string;
  /** These only; left out: all. */
  objects?: readonly number[];
}): LearnedConvention {
  const query = input.query.trim() ? parseQuery(input.query) : null;
  const only = input.objects && new Set(input.objects);
  const from = input.stored.map((stored) => {
    const scene = openStored(stored);
    const objects = [...scene.walk()]
      .filter((object) => (!only || only.has(object.id)) && (!query || query(scene, object)))
      .map((object) => object.id);
    return { scene, objects };
  });
  return learnConvention(from, input.name);
}
