import type { ObjectId } from '../scene/scene-object.js';
import { keptUp } from '../scene/kept-up.js';
import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { Rename } from '../scene/rename.js';
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
  /** Which of them have which number; null: none. */
  readonly members: Map<ObjectId, number | null>;
}

/**
 * Objects whose name fits without the number that more of their like have. Where the first of a row goes without one, as
 * `wheel, wheel2, wheel3`, none lacks. Kept up as names change.
 */
class LackingNumbers {
  readonly found = new Map<ObjectId, NumberLacking>();
  readonly #families = new Map<string, Family>();
  readonly #familyOf = new Map<ObjectId, string>();
  constructor(
    readonly scene: Scene,
    readonly convention: CompiledConvention,
  ) {
    for (const { id } of scene.walk()) this.#put(id);
    for (const family of this.#families.keys()) this.#judge(family);
  }
  follow(renamed: readonly Rename[]): void {
    const families = new Set<string>();
    for (const { object } of renamed) {
      const before = this.#familyOf.get(object);
      this.found.delete(object);
      this.#familyOf.delete(object);
      if (before !== undefined) {
        this.#families.get(before)!.members.delete(object);
        families.add(before);
      }
      const after = this.#put(object);
      if (after !== null) families.add(after);
    }
    for (const family of families) this.#judge(family);
  }
  /** Those that may be found or may have been, of the families of an object's names. */
  family(id: ObjectId, name: string): Iterable<ObjectId> {
    const read = this.#read(id, name);
    return (read && this.#families.get(read.family)?.members.keys()) ?? [];
  }
  #put(id: ObjectId): string | null {
    const object = this.scene.find(id);
    const read = object && this.#read(id, object.name);
    if (!read) return null;
    const { family, slot, first, value } = read;
    let known = this.#families.get(family);
    if (!known) this.#families.set(family, (known = { slot, first, members: new Map() }));
    known.members.set(id, value);
    this.#familyOf.set(id, family);
    return family;
  }
  #read(id: ObjectId, name: string) {
    const { scene, convention } = this;
    const key = convention.keyOf(scene, scene.get(id));
    const number = convention.slotFor('number', key);
    // Where a number must be there, its lack is a misfit.
    const part = number && convention.pattern(key)!.find(({ slot }) => slot === number.name);
    if (!number || !part?.optional) return null;
    const reading = readName(convention, key, name);
    if (!reading.fits || reading.helper) return null;
    const text = slotText(reading, number.name);
    const base = joinTexts(convention, key, (slot) =>
      slot === number.name ? undefined : slotText(reading, slot),
    );
    return {
      family: `${key} ${base}`,
      slot: number.name,
      first: number.rule.start ?? 1,
      value: text === undefined ? null : readNumber(number.rule, text),
    };
  }
  #judge(family: string): void {
    const { slot, first, members } = this.#families.get(family)!;
    const values = new Set<number>();
    const bare: ObjectId[] = [];
    for (const [id, value] of members) {
      this.found.delete(id);
      if (value === null) bare.push(id);
      else values.add(value);
    }
    if (!members.size) this.#families.delete(family);
    if (!bare.length || values.size < 2 || bare.length >= values.size) return;
    let free = first;
    while (values.has(free)) free++;
    // The one without a number may be the first.
    if (bare.length === 1 && free === first) return;
    for (const id of bare) this.found.set(id, { slot, numbered: values.size, free });
  }
}

const byConvention = keptUp(
  () => new Map<CompiledConvention, LackingNumbers>(),
  (known, _scene, renamed) => {
    for (const lacking of known.values()) lacking.follow(renamed);
    return true;
  },
);

/** Which pattern a name is held to may hang on anything where there are special ones: then nothing is followed. */
const bySpecial = memoizeByVersion(
  (scene) => scene.sceneVersion,
  () => new Map<CompiledConvention, LackingNumbers>(),
);

/** Who lacks a number that the others of its family have, by a convention; follows renames. */
export function lackingNumbers(scene: Scene, convention: CompiledConvention): LackingNumbers {
  const known = (convention.hasSpecial ? bySpecial : byConvention)(scene);
  let held = known.get(convention);
  if (!held) known.set(convention, (held = new LackingNumbers(scene, convention)));
  return held;
}
