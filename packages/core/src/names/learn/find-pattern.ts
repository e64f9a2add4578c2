import type { Kind } from '../../scene/scene-object.js';
import { sayPattern } from '../slots/convention-differences.js';
import type { PatternPart, SlotRole } from '../slots/convention.js';
import type { LaidName } from './lay-names.js';
import type { Learning } from './learning.js';

const usual: readonly SlotRole[] = [
  'side',
  'place',
  'what',
  'number',
  'other',
  'surface',
  'variant',
  'version',
  'type',
];
/** Share of the names of a kind that a slot stands in at least; in fewer it is a slip. */
const leastSeen = 0.02;

/** The order of the slots in most names of a kind, with those that some names leave out and what stands before each. */
export function findPattern(
  kind: Kind,
  laid: readonly LaidName[],
  { roles, style, guesses }: Pick<Learning, 'roles' | 'style' | 'guesses'>,
): PatternPart[] | null {
  const clean = laid.filter((one) => one.clean && one.slots.length);
  if (!clean.length) return null;
  const seen = new Map<SlotRole, number>();
  const before = new Map<string, number>();
  const signs = new Map<SlotRole, Map<string, number>>();
  for (const { slots } of clean)
    slots.forEach(({ role, sign }, i) => {
      seen.set(role, (seen.get(role) ?? 0) + 1);
      if (i) {
        const known = signs.get(role) ?? new Map<string, number>();
        known.set(sign, (known.get(sign) ?? 0) + 1);
        signs.set(role, known);
      }
      for (const later of slots.slice(i + 1))
        before.set(`${role} ${later.role}`, (before.get(`${role} ${later.role}`) ?? 0) + 1);
    });
  const ahead = (a: SlotRole, b: SlotRole): number => before.get(`${a} ${b}`) ?? 0;
  const order = usual
    .filter((slot) => (seen.get(slot) ?? 0) >= Math.max(1, clean.length * leastSeen))
    .map((slot) => ({
      slot,
      score: usual.reduce((sum, other) => sum + Math.sign(ahead(other, slot) - ahead(slot, other)), 0),
    }))
    .sort((a, b) => a.score - b.score || usual.indexOf(a.slot) - usual.indexOf(b.slot))
    .map((one) => one.slot);
  const types = [...roles.types].filter(([, of]) => of === kind).map(([word]) => word);
  const parts = order.map((slot): PatternPart => {
    const sign = [...(signs.get(slot) ?? [])].sort((a, b) => b[1] - a[1])[0]?.[0] ?? style.separator;
    return {
      slot,
      // A name or two among many that lack it are slips.
      ...(clean.length - (seen.get(slot) ?? 0) > clean.length * 0.01 ? { optional: true } : {}),
      ...(style.humps || sign === style.separator ? {} : sign === '' ? { glued: true } : { after: sign }),
      ...(slot === 'type' && types.length ? { only: types } : {}),
    };
  });
  guesses.push({
    about: 'pattern',
    of: kind,
    says: `${kind}: ${sayPattern(parts)}`,
    holds: clean.length,
    asked: laid.length,
  });
  return parts;
}
