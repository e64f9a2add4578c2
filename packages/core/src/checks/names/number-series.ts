import { numberOddities } from '../../names/number-family.js';
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
  suspects: ({ scene }) => numberOddities(scene).keys(),
  evaluate({ id, name }, { scene, convention }) {
    const odd = numberOddities(scene).get(id);
    if (!odd) return null;
    const { digits, value, before, repeats, count } = odd;
    if (repeats !== null) return { message: 'repeat', data: { name, digits, other: repeats, value } };
    const pad = (n: number): string => String(n).padStart(digits.length, '0');
    if (!before) {
      const wanted = convention.slotFor('number')?.rule.start ?? 1;
      return value <= wanted
        ? null
        : { message: 'start', data: { name, count, digits, wanted: pad(wanted) } };
    }
    const missing =
      value - before.value === 2 ? pad(value - 1) : `${pad(before.value + 1)} to ${pad(value - 1)}`;
    return { message: 'gap', data: { name, missing, before: before.digits } };
  },
});
