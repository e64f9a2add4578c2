import { type CompiledConvention, readName, type PatternKey } from '@renquil/core/names';

export interface Spoiled {
  /** Slots of the right name, in pattern order. */
  readonly slots: readonly (readonly [slot: string, text: string])[];
  readonly convention: CompiledConvention;
  readonly key: PatternKey;
  readonly kind: string;
  readonly random: () => number;
}
export type Operator = (one: Spoiled) => string | null;

/** The right name put together again, some slots changed, left out or given in another order. */
function join(
  { convention, key }: Spoiled,
  slots: Spoiled['slots'],
  by = convention.source.separator,
): string {
  const glued = new Set((convention.pattern(key) ?? []).filter((p) => p.glued).map((p) => p.slot));
  return slots.reduce(
    (name, [slot, text], i) =>
      name + (i && !(glued.has(slot) && slots[i - 1]![0] === 'what') ? by : '') + text,
    '',
  );
}
const pick = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]!;
const drop =
  (role: string): Operator =>
  (one) =>
    one.slots.some(([slot]) => slot === role)
      ? join(
          one,
          one.slots.filter(([slot]) => slot !== role),
        )
      : null;

const generated: Readonly<Record<string, readonly string[]>> = {
  mesh: ['mesh_', 'Cube.', 'polygon', 'object_', 'Box'],
  group: ['group', 'null', 'Group_'],
  joint: ['joint', 'bone_'],
  light: ['light', 'spot'],
};

/** What people do to names. Each gives a spoiled name, or null where it cannot be done. Documented in docs/trust.md. */
export const operators: Readonly<Record<string, Operator>> = {
  'drop the side': drop('side'),
  'drop the place': drop('place'),
  'drop what it is': drop('what'),
  'drop the number': drop('number'),
  'drop the surface': drop('surface'),
  'drop the type': drop('type'),
  'only what it is': (one) => {
    const what = one.slots.find(([slot]) => slot === 'what');
    return what ? what[1] : null;
  },
  'other order': (one) => {
    const side = one.slots.findIndex(([slot]) => slot === 'side');
    if (side < 0 || one.slots.length < 3) return null;
    const rest = one.slots.filter((_, i) => i !== side);
    return join(one, [...rest, one.slots[side]!]);
  },
  'long words': (one) => {
    let changed = false;
    const slots = one.slots.map(([slot, text]): readonly [string, string] => {
      const rule = one.convention.slots.get(slot)!.rule.words?.find((word) => word.word === text);
      if (!rule?.spellings?.length) return [slot, text];
      changed = true;
      return [slot, pick(rule.spellings, one.random)];
    });
    return changed ? join(one, slots) : null;
  },
  'another case': (one) => {
    const way = pick(['upper', 'title'] as const, one.random);
    const slots = one.slots.map(
      ([slot, text]) =>
        [slot, way === 'upper' ? text.toUpperCase() : text[0]!.toUpperCase() + text.slice(1)] as const,
    );
    const name = join(one, slots);
    return name === join(one, one.slots) ? null : name;
  },
  'other separators': (one) => join(one, one.slots, pick(['-', ' ', '.'], one.random)),
  typo: (one) => {
    const at = one.slots.findIndex(([slot, text]) => slot === 'what' && text.length >= 5);
    if (at < 0) return null;
    const text = one.slots[at]![1];
    const i = 1 + Math.floor(one.random() * (text.length - 2));
    const slip = pick(
      [
        text.slice(0, i) + text.slice(i + 1),
        text.slice(0, i) + text[i + 1]! + text[i]! + text.slice(i + 2),
        text.slice(0, i) + text[i]! + text.slice(i),
      ],
      one.random,
    );
    return slip === text
      ? null
      : join(
          one,
          one.slots.map((s, k) => (k === at ? ([s[0], slip] as const) : s)),
        );
  },
  'wrong side': (one) => {
    const turn: Readonly<Record<string, string>> = { L: 'R', R: 'L' };
    const side = one.slots.find(([slot, text]) => slot === 'side' && turn[text]);
    return side
      ? join(
          one,
          one.slots.map((s) => (s === side ? (['side', turn[s[1]]!] as const) : s)),
        )
      : null;
  },
  'default name': (one) => {
    const words = generated[one.kind];
    return words
      ? pick(words, one.random) + String(Math.floor(one.random() * 90) + 1).padStart(3, '0')
      : null;
  },
  'left from a copy': (one) =>
    join(one, one.slots) + pick(['_dup', ' copy', '.001', ' (2)', '_copy2'], one.random),
};

/** Slots of a name that fits, in the order of its pattern. */
export function slotsOf(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
): Spoiled['slots'] | null {
  const reading = readName(convention, key, name);
  if (!reading.fits || reading.helper) return null;
  return (convention.pattern(key) ?? []).flatMap(({ slot }) => {
    const span = reading.slots.get(slot);
    return span ? [[slot, span.text] as const] : [];
  });
}
