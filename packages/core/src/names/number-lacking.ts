import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { CompiledConvention } from './slots/compiled-convention.js';
import { joinTexts } from './slots/join-slots.js';
import { readName, slotText } from './slots/read-name.js';
import { readNumber } from './slots/slot-number.js';

/** Of a name without a number: how many are the same but for one, and which number is free among theirs. */
export interface NumberLacking {
  readonly slot: string;
  readonly numbered: number;
  /** The lowest number from the first on that nobody has. */
  readonly free: number;
}
interface Family {
  readonly slot: string;
  readonly first: number;
  readonly values: Set<number>;
  readonly bare: ObjectId[];
}
const known = new WeakMap<
  CompiledConvention,
  WeakMap<Scene, { readonly at: number; readonly found: ReadonlyMap<ObjectId, NumberLacking> }>
>();

/**
 * Objects whose name fits without the number that more of their like have. Where the first of a row goes without one, as
 * `wheel, wheel2, wheel3`, none lacks. Remembered until a name changes.
 */
export function numbersLacking(
  scene: Scene,
  convention: CompiledConvention,
): ReadonlyMap<ObjectId, NumberLacking> {
  let scenes = known.get(convention);
  if (!scenes) known.set(convention, (scenes = new WeakMap<Scene, never>()));
  const held = scenes.get(scene);
  if (held?.at === scene.namesVersion) return held.found;
  const found = findLacking(scene, convention);
  scenes.set(scene, { at: scene.namesVersion, found });
  return found;
}

function findLacking(scene: Scene, convention: CompiledConvention): Map<ObjectId, NumberLacking> {
  const families = new Map<string, Family>();
  for (const object of scene.walk()) {
    const key = convention.keyOf(scene, object);
    const number = convention.slotFor('number', key);
    // Where a number must be there, its lack is a misfit.
    const part = number && convention.pattern(key)!.find(({ slot }) => slot === number.name);
    if (!number || !part?.optional) continue;
    const reading = readName(convention, key, object.name);
    if (!reading.fits || reading.helper) continue;
    const text = slotText(reading, number.name);
    const value = text === undefined ? null : readNumber(number.rule, text);
    const base = joinTexts(convention, key, (slot) =>
      slot === number.name ? undefined : slotText(reading, slot),
    );
    const name = `${key} ${base}`;
    let family = families.get(name);
    const first = number.rule.start ?? 1;
    if (!family) families.set(name, (family = { slot: number.name, first, values: new Set(), bare: [] }));
    if (value === null) family.bare.push(object.id);
    else family.values.add(value);
  }
  const found = new Map<ObjectId, NumberLacking>();
  for (const { slot, first, values, bare } of families.values()) {
    if (!bare.length || values.size < 2 || bare.length >= values.size) continue;
    let free = first;
    while (values.has(free)) free++;
    // The one without a number may be the first.
    if (bare.length === 1 && free === first) continue;
    for (const id of bare) found.set(id, { slot, numbered: values.size, free });
  }
  return found;
}
