import { numberFamilies, type NumberOddities } from '../../names/number-family.js';
import { defineCheck } from '../check.js';

type Message = 'gap' | 'start' | 'repeat';

/** Names that differ in their number only: none should be missing, and none be there twice in another width. */
export const numberSeries = defineCheck<Message>({
  id: 'number-series',
  family: 'names',
  title: 'Numbers with gaps or repeats',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove'],
  source: 'common practice',
  messages: {
    gap: { short: '{{missing}} missing', because: '{{said}}' },
    start: { short: 'starts at {{digits}}', because: '{{said}}' },
    repeat: { short: '{{repeats}}', because: '{{said}}' },
  },
  candidates: ({ scene }) => numberFamilies(scene).odd.keys(),
  *afterRenames(renamed, { scene }, had) {
    const families = numberFamilies(scene);
    for (const { object, from } of renamed)
      for (const name of [from, scene.get(object).name])
        for (const id of families.family(name)) if (families.odd.has(id) || had(id)) yield id;
  },
  evaluate({ id, name }, { scene, convention }) {
    const odd = numberFamilies(scene).odd.get(id);
    if (!odd) return null;
    const wanted = convention.slotFor('number')?.rule.start ?? 1;
    const { digits, value } = odd.first;
    const isLate = value > wanted;
    const message: Message | null = odd.repeatCount
      ? 'repeat'
      : odd.gapCount
        ? 'gap'
        : isLate
          ? 'start'
          : null;
    if (!message) return null;
    const missing = missingIn(odd);
    const repeats = repeatsIn(odd);
    const parts = [
      repeats && `the same number is written in two ways: ${repeats}`,
      missing && `missing: ${missing}`,
      isLate && `the first is ${digits}, not ${String(wanted).padStart(digits.length, '0')}`,
    ].filter(Boolean);
    const said = `${odd.count} names are numbered like "${name}"; ${parts.join('; ')}.`;
    return { message, data: { digits, missing, repeats, said } };
  },
});

function missingIn({ gaps, gapCount }: NumberOddities): string {
  return withMore(
    gaps.map(([from, to]) => (from === to ? from : `${from} to ${to}`)),
    gapCount,
  );
}
function repeatsIn({ repeats, repeatCount }: NumberOddities): string {
  return withMore(
    repeats.map(([one, other]) => `${other} is ${one} too`),
    repeatCount,
  );
}
function withMore(told: readonly string[], count: number): string {
  return told.join(', ') + (count > told.length ? ` and ${count - told.length} more` : '');
}
