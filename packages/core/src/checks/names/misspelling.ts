import { nearCommon, objectsWithSlips, vocabulary } from '../../names/vocabulary.js';
import { inCapitalsOf } from '../../names/swap-word.js';
import { splitWords } from '../../names/split-words.js';
import { defineCheck, type CheckContext } from '../check.js';
import { renameTo } from '../support/rename-to.js';

interface Slip {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  readonly wanted: string;
  readonly used: number;
}
function slipIn(name: string, { scene }: CheckContext): Slip | null {
  const counts = vocabulary(scene);
  for (const { text, start, end } of splitWords(name)) {
    if (text.length < 4 || text.charCodeAt(0) <= 57) continue;
    const near = nearCommon(counts, text);
    if (near?.sure) return { text, start, end, wanted: inCapitalsOf(text, near.word), used: near.used };
  }
  return null;
}
/** A rare word that is a letter away from a common one of the same scene. */
export const misspelling = defineCheck({
  id: 'misspelling',
  family: 'names',
  title: 'Probably misspelled',
  severity: 'warning',
  reach: 'scene',
  heeds: ['rename', 'insert', 'remove'],
  source: 'common practice: optimal string alignment distance of 1, 2 for words of eight letters and more',
  messages: {
    slip: {
      short: 'spelling: {{wanted}}',
      because: '"{{text}}" is nearly "{{wanted}}", a word used {{used}} times in this scene.',
    },
  },
  suspects: ({ scene }) => objectsWithSlips(scene),
  evaluate({ id, name }, context) {
    if (!objectsWithSlips(context.scene).has(id)) return null;
    const slip = slipIn(name, context);
    return slip && { message: 'slip', data: { text: slip.text, wanted: slip.wanted, used: slip.used } };
  },
  fix(object, context) {
    const slip = slipIn(object.name, context);
    if (!slip) return null;
    const { name } = object;
    return renameTo(context.scene, object, name.slice(0, slip.start) + slip.wanted + name.slice(slip.end));
  },
});
