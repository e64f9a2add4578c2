import type { Json, ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { JudgeTogether } from './together-demand.js';

/** The value that most of them have, of as many the one that comes first by id; undefined: nobody has one. */
export function commonValue(scene: Scene, ids: Iterable<ObjectId>, key: string): Json | undefined {
  const counts = new Map<string, { readonly value: Json; count: number }>();
  for (const id of ids) {
    const value = scene.find(id)?.attributes[key];
    if (value === undefined) continue;
    const text = JSON.stringify(value);
    const one = counts.get(text);
    if (one) one.count++;
    else counts.set(text, { value, count: 1 });
  }
  let best: { readonly value: Json; count: number } | undefined;
  for (const one of counts.values()) if (!best || one.count > best.count) best = one;
  return best?.value;
}

/** An attribute has one value in all of them: those with another, or none, are found. */
export function judgeAttribute(key: string): JudgeTogether {
  return (scene, ids) => {
    const common = commonValue(scene, ids, key);
    if (common === undefined) return [];
    const wanted = JSON.stringify(common);
    return ids.flatMap((id) => {
      const own = scene.get(id).attributes[key];
      const value = own === undefined ? 'none' : JSON.stringify(own);
      if (value === wanted) return [];
      return [[id, { short: `${key} is ${value}, not ${wanted}`, facts: { value, wanted } }] as const];
    });
  };
}
