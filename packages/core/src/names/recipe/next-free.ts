import type { Scene } from '../../scene/scene.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import { readName, slotSpan, slotText } from '../slots/read-name.js';
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
    const { convention } = this;
    const pattern =
      convention && (convention.helperPrefix(name) ? 'helper' : convention.keyOf(this.scene, object));
    const key = `${pattern}\u0000${name}`;
    let spot = this.#spots.get(key);
    if (!spot) {
      const inSlot = convention && pattern && slotIn(convention, pattern, name);
      this.#spots.set(key, (spot = inSlot ?? lastNumber(name)));
    }
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
}

/** Around the number slot of its convention, filled with the first number where it is empty; null: it does not fit, or has none. */
function slotIn(convention: CompiledConvention, key: PatternKey, name: string): Numbered | null {
  const slot = convention.slotFor('number', key);
  const reading = slot && readName(convention, key, name);
  if (!reading?.fits) return null;
  const write = (value: bigint): string => writeNumber(slot!.rule, value);
  const own = slotText(reading, slot!.name);
  const first = write(BigInt(slot!.rule.start ?? 1));
  const made = own ? name : withSlot(convention, key, name, new Map([[slot!.name, first]]));
  const span = slotSpan(own ? reading : readName(convention, key, made), slot!.name);
  // Digits beyond what a number holds are counted as text.
  const value = span && readNumber(slot!.rule, span.text);
  if (!span || typeof value !== 'number') return null;
  return { before: made.slice(0, span.start), after: made.slice(span.end), value: BigInt(value), write };
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
