import { familyKey, lastNumber, numberFamilies, type FamilyMember } from '../../names/number-family.js';
import { defineCheck } from '../check.js';

/** Names that differ in their number only: none should be missing, and none be there twice in another width. */
export const numberSeries = defineCheck({
  id: 'number-series',
  family: 'names',
  title: 'Numbers with gaps or repeats',
  severity: 'note',
  reach: 'scene',
  heeds: ['rename', 'insert', 'remove'],
  source: 'common practice',
  messages: {
    gap: {
      short: '{{missing}} missing',
      because: 'Before "{{name}}" {{missing}} is missing: the one before it is {{before}}.',
    },
    start: {
      short: 'starts at {{digits}}',
      because:
        '"{{name}}" is the first of {{count}} of its name, and its number is {{digits}}, not {{wanted}}.',
    },
    repeat: {
      short: '{{digits}} is {{other}} too',
      because: 'Number {{value}} is there twice among its like, as {{digits}} and as {{other}}.',
    },
  },
  evaluate({ id, name }, { scene, convention }) {
    const parts = lastNumber(name);
    const family = parts && numberFamilies(scene).get(familyKey(parts));
    if (!family || family.length < 2) return null;
    const value = Number(parts.digits);
    const at = indexOf(family, value);
    const before = family[at - 1];
    const same = sameValue(family, at, value, parts.digits);
    if (same && family[at]!.id !== id)
      return { message: 'repeat', data: { name, digits: parts.digits, other: same.digits, value } };
    if (family[at]!.id !== id) return null;
    const pad = (n: number): string => String(n).padStart(parts.digits.length, '0');
    if (!before) {
      const wanted = convention.slotFor('number')?.rule.start ?? 1;
      if (value <= wanted) return null;
      return {
        message: 'start',
        data: { name, count: family.length, digits: parts.digits, wanted: pad(wanted) },
      };
    }
    const gap = value - before.value;
    if (gap <= 1) return null;
    const missing = gap === 2 ? pad(value - 1) : `${pad(before.value + 1)} to ${pad(value - 1)}`;
    return { message: 'gap', data: { name, missing, before: before.digits } };
  },
});

/** The first member of a value, in a list sorted by value. */
function indexOf(family: readonly { readonly value: number }[], value: number): number {
  let [lo, hi] = [0, family.length];
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (family[mid]!.value < value) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

/** Another member of the same value, written in other digits. */
function sameValue(
  family: readonly FamilyMember[],
  from: number,
  value: number,
  digits: string,
): FamilyMember | undefined {
  for (let i = from; i < family.length && family[i]!.value === value; i++)
    if (family[i]!.digits !== digits) return family[i];
  return undefined;
}
