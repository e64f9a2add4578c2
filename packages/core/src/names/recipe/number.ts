import { RenquilError } from '../../errors.js';
import { ownWords } from '../propose/own-words.js';
import { orderRows, type NumberOrder } from './number-order.js';
import { lettersOf, mostDigits, readNumber, writeNumber } from '../slots/slot-number.js';
import { withSlot } from './set-slot.js';
import type { StepBase, StepContext, StepDefinition, StepRow } from './step-definition.js';

/** A number put into names, counting on. */
export interface NumberStep extends StepBase {
  readonly step: 'number';
  readonly start: number;
  readonly by: number;
  readonly digits: number;
  readonly order: NumberOrder;
  /** The last of the order first. */
  readonly down?: boolean;
  /** Where counting begins again: never, for each parent, each name without its number, or each text of a slot. */
  readonly restart: 'never' | 'parent' | 'base' | 'slot';
  /** The slot, for restart by slot. */
  readonly slot?: string;
  /** `slot`: in the convention's number slot. */
  readonly at: 'end' | 'last-number' | 'after-word' | 'slot';
  /** a, b ... z, aa in place of digits. */
  readonly letters?: boolean;
  /** Which numbers stay: none; those that are there and free, new ones counted on past them; or into the gaps. */
  readonly keep?: 'none' | 'count-on' | 'fill-gaps';
  /** The word it follows, for `after-word`. */
  readonly word?: string;
  /** What stands between the name and its number. */
  readonly glue?: string;
}

/** Counts the objects and writes the count into their names, in place of the number that stood there. */
export const numberStep: StepDefinition<NumberStep> = {
  step: 'number',
  run(step, rows, scene, context) {
    if (step.by === 0) throw new RenquilError('recipe-invalid', { detail: 'numbers cannot go up by 0' });
    const bases = rows.map((row) =>
      step.at === 'slot' ? slotHalves(context, row) : takeNumber(step, row.name),
    );
    const groups = rows.map((row, i) => groupOf(step, row, bases[i]!, context));
    const order = orderRows(step.order, rows, scene, step.down);
    const names = new Array<string>(rows.length);
    const counters = new Map<string, Counter>();
    const counterOf = (group: string): Counter => {
      let counter = counters.get(group);
      if (!counter) counters.set(group, (counter = new Counter(step)));
      return counter;
    };
    const kept = new Set<number>();
    if ((step.keep ?? 'none') !== 'none')
      for (const i of order) if (counterOf(groups[i]!).keep(bases[i]!.old)) kept.add(i);
    for (const i of order) {
      const base = bases[i]!;
      if (kept.has(i)) names[i] = rows[i]!.name;
      else {
        const value = counterOf(groups[i]!).next();
        names[i] = base.put(base.write?.(value) ?? write(step, value));
      }
    }
    return names;
  },
};

/** Gives numbers out, past or around those that stay. */
class Counter {
  readonly #kept = new Set<number>();
  #at: number;
  constructor(readonly step: NumberStep) {
    this.#at = step.start;
  }
  keep(old: number | null): boolean {
    if (old === null || this.#kept.has(old)) return false;
    this.#kept.add(old);
    if (this.step.keep === 'count-on' && (old - this.#at) * this.step.by >= 0) this.#at = old + this.step.by;
    return true;
  }
  next(): number {
    while (this.#kept.has(this.#at)) this.#at += this.step.by;
    const value = this.#at;
    this.#at += this.step.by;
    return value;
  }
}

function write(step: NumberStep, value: number): string {
  if (step.letters) return toLetters(value);
  return (value < 0 ? '-' : '') + String(Math.abs(value)).padStart(step.digits, '0');
}

/** 1 is a, 26 is z, 27 is aa; nothing below 1 can be written so. */
export function toLetters(value: number): string {
  if (value < 1)
    throw new RenquilError('recipe-invalid', { detail: `${value} cannot be written in letters; start at 1` });
  return lettersOf(value);
}

interface Halves {
  /** What stands around the number, the same for all of a family. */
  readonly base: string;
  readonly old: number | null;
  put(text: string): string;
  /** How the slot it stands in has a number, when that is not simply digits. */
  write?(value: number): string | undefined;
}

function groupOf(
  step: NumberStep,
  { object, name }: StepRow,
  { base }: Halves,
  { convention, scene }: StepContext,
): string {
  if (step.restart === 'base') return base;
  if (step.restart === 'parent') return String(object.parent);
  if (step.restart === 'never') return '';
  if (!convention.slots.has(step.slot ?? ''))
    throw new RenquilError('recipe-invalid', {
      detail: `the convention has no slot "${step.slot ?? ''}" to begin again at`,
    });
  return ownWords(convention, convention.keyOf(scene, object), name).words.get(step.slot!)?.wanted ?? '';
}

/** The number in its own slot, wherever the pattern has it. A pattern without one leaves the name alone. */
function slotHalves({ convention, scene }: StepContext, { object, name }: StepRow): Halves {
  const key = convention.keyOf(scene, object);
  const slot = convention.slotFor('number', convention.helperPrefix(name) ? 'helper' : key);
  if (!slot) return { base: name, old: null, put: () => name };
  const old = ownWords(convention, key, name).words.get(slot.name)?.wanted;
  return {
    base: withSlot(convention, key, name, new Map([[slot.name, '']])),
    old: old === undefined ? null : readNumber(slot.rule, old),
    put: (text) => withSlot(convention, key, name, new Map([[slot.name, text]])),
    write: (value) =>
      value >= 1 && (slot.rule.letters || slot.rule.prefix) ? writeNumber(slot.rule, value) : undefined,
  };
}

/** The name in two halves around the place of its number, the old number left out. */
function takeNumber(step: NumberStep, name: string): Halves {
  const halves = (before: string, old: string, after: string): Halves => {
    const digits = /[0-9]+/.exec(old)?.[0];
    return {
      base: `${before}\u0000${after}`,
      // Digits beyond counting are no number that is kept.
      old: digits === undefined || digits.length > mostDigits ? null : Number(digits),
      put: (text) => before + (before ? (step.glue ?? '') : '') + text + after,
    };
  };
  if (step.at === 'after-word' && step.word) {
    const at = name.toLowerCase().indexOf(step.word.toLowerCase());
    if (at >= 0) {
      const end = at + step.word.length;
      const old = /^[ _.-]?[0-9]+(?![A-Za-z])/.exec(name.slice(end))?.[0] ?? '';
      return halves(name.slice(0, end), old, name.slice(end + old.length));
    }
  }
  if (step.at === 'last-number') {
    const end = lastDigit(name) + 1;
    if (end > 0) {
      let start = end;
      while (start > 0 && isDigit(name[start - 1]!)) start--;
      return halves(name.slice(0, start), name.slice(start, end), name.slice(end));
    }
  }
  let end = name.length;
  while (end > 0 && isDigit(name[end - 1]!)) end--;
  const old = name.slice(end);
  // A separator that only led to the old number goes with it; it comes back as the glue.
  if (end < name.length) while (end > 1 && /[ _.-]/.test(name[end - 1]!)) end--;
  return halves(name.slice(0, end), old, '');
}

function isDigit(c: string): boolean {
  return c >= '0' && c <= '9';
}
function lastDigit(name: string): number {
  let at = name.length - 1;
  while (at >= 0 && !isDigit(name[at]!)) at--;
  return at;
}
