import { sameJson } from '@renquil/core/edits';
import { sameTransform } from '@renquil/core/math';
import type { SceneObject } from '@renquil/core/scene';
import type { RenquilExtras } from '../gltf/node-data.js';

type Words = RenquilExtras & { attributes?: Record<string, unknown> };

/**
 * What Renquil keeps with a prim beside what was kept before; null: nothing changed. What says nothing any more goes.
 * @param readAs the kind that a reader takes it for who is told nothing
 */
export function wordsOf(
  object: SceneObject,
  before: SceneObject | null,
  kept: Record<string, unknown>,
  readAs = before?.kind ?? 'group',
): Record<string, unknown> | null {
  if (before && readAs === object.kind && saysTheSame(object, before)) return null;
  const words = { ...kept } as Words;
  if (object.kind !== readAs) words.kind = object.kind;
  if (object.layer !== (before?.layer ?? 'Base')) words.layer = object.layer;
  if (!before || !sameJson(before.switches, object.switches)) words.switches = object.switches;
  if (!sameJson(before?.mark ?? null, object.mark)) set(words, 'mark', object.mark);
  if ((before?.display ?? null) !== (object.display ?? null)) set(words, 'display', object.display ?? null);
  const rest = before?.rest ?? null;
  if (rest === null || object.rest === null ? rest !== object.rest : !sameTransform(rest, object.rest))
    set(words, 'rest', object.rest);
  const attributes = { ...words.attributes };
  for (const [key, value] of Object.entries(object.attributes))
    if (!sameJson(before?.attributes[key] ?? null, value)) attributes[key] = value;
  // Null says that it was taken away, though the prim itself has it.
  for (const key of Object.keys(before?.attributes ?? {}))
    if (!(key in object.attributes)) attributes[key] = null;
  set(words, 'attributes', Object.keys(attributes).length ? attributes : null);
  if (sameJson(words, kept)) return null;
  const saysNothing = !before && Object.values(words).every(isAllOn);
  return saysNothing ? null : (words as Record<string, unknown>);
}
/** Most objects of a scene are as they were: nothing is made for each. */
function saysTheSame(object: SceneObject, before: SceneObject): boolean {
  return (
    object.kind === before.kind &&
    object.layer === before.layer &&
    (object.display ?? null) === (before.display ?? null) &&
    (object.rest === null
      ? before.rest === null
      : before.rest !== null && sameTransform(object.rest, before.rest)) &&
    sameJson(object.switches, before.switches) &&
    sameJson(object.mark, before.mark) &&
    sameJson(object.attributes, before.attributes)
  );
}
function set<K extends keyof Words>(words: Words, key: K, value: Words[K] | null): void {
  if (value === null) delete words[key];
  else words[key] = value;
}
function isAllOn(value: unknown): boolean {
  return sameJson(value, { shown: true, pickable: true, rendered: true, goes: true });
}
