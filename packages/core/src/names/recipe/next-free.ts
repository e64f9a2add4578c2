import type { Scene } from '../../scene/scene.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
import { readName } from '../slots/read-name.js';
import { readNumber, writeNumber } from '../slots/slot-number.js';
import { withSlot } from './set-slot.js';

/** A name around its number. */
interface Numbered {
  readonly before: string;
  readonly after: string;
  /** The number that stands there, or that one without a number stands for. */
  readonly value: bigint;
  readonly write: (value: bigint) => string;
}

/**
 * Next free names: in a name that fits its convention the number of its number slot counted on, where that stands; else the
 * last number in it at its own width, or a number put at its end. Numbers are of any length. What was given is
 * remembered, so that a thousand of one name cost a thousand steps.
 */
export class NextFree {
  readonly #counters = new Map<string, bigint>();
  readonly #spots = new Map<string, Numbered>();
  constructor(
    readonly scene: Scene,
    /** Null: names are only texts. */
    readonly convention: CompiledConvention | null = null,
  ) {}

  of(object: SceneObject, name: string, isTaken: (name: string) => boolean): string {
    const key = `${object.kind}\u0000${name}`;
    let spot = this.#spots.get(key);
    if (!spot) this.#spots.set(key, (spot = this.#slotOf(object, name) ?? lastNumber(name)));
    const { before, after, write } = spot;
    const counter = `${before}\u0000${write(1n).length}\u0000${after}`;
    let count = this.#counters.get(counter) ?? spot.value;
    if (count < spot.value) count = spot.value;
    let candidate: string;
    do candidate = before + write(++count) + after;
    while (isTaken(candidate));
    this.#counters.set(counter, count);
    return candidate;
  }
  #slotOf(object: SceneObject, name: string): Numbered | null {
    const { convention } = this;
    if (!convention) return null;
    const key = convention.helperPrefix(name) ? 'helper' : convention.keyOf(this.scene, object);
    const slot = convention.slotFor('number', key);
    if (!slot || !readName(convention, key, name).fits) return null;
    const write = (value: bigint): string => writeNumber(slot.rule, value);
    const start = BigInt(slot.rule.start ?? 1);
    const own = readName(convention, key, name).slots.get(slot.name);
    // Digits beyond what a number holds are counted as text.
    if (own?.text && own.text.length > 15) return null;
    const made = own?.text ? name : withSlot(convention, key, name, new Map([[slot.name, write(start)]]));
    const span = readName(convention, key, made).slots.get(slot.name);
    const value = span && readNumber(slot.rule, span.text);
    if (!span || typeof value !== 'number') return null;
    return { before: made.slice(0, span.start), after: made.slice(span.end), value: BigInt(value), write };
  }
}

function lastNumber(name: string): Numbered {
  const parts = /^(.*?)([0-9]+)([^0-9]*)$/su.exec(name);
  const [before, digits, after] = parts ? [parts[1]!, parts[2]!, parts[3]!] : [name, '', ''];
  const width = digits.length || 3;
  return {
    before,
    after,
    value: BigInt(digits || 0),
    write: (value) => String(value).padStart(width, '0'),
  };
}
