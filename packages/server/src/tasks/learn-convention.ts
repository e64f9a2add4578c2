import { learnConvention, parseQuery, type LearnedConvention } from '@renquil/core';
import { openStored, type StoredScene } from './stored-scene.js';

/** A convention read out of several scenes at once. */
export function learnConventionTask(input: {
  stored: readonly StoredScene[];
  name: string;
  query: string;
}): LearnedConvention {
  const query = input.query.trim() ? parseQuery(input.query) : null;
  const from = input.stored.map((stored) => {
    const scene = openStored(stored);
    const objects = [...scene.walk()]
      .filter((object) => !query || query(scene, object))
      .map((object) => object.id);
    return { scene, objects };
  });
  return learnConvention(from, input.name);
}
