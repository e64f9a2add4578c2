import { objectsWithSlips } from '../../names/slips.js';
import { wordChanges } from '../../names/vocabulary.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { inCapitalsOf } from '../../names/swap-word.js';
import { splitWords } from '../../names/split-words.js';
import { defineCheck, type CheckContext } from '../check.js';
import { renameTo } from '../support/rename-to.js';

interface FoundSlip {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  readonly wanted: string;
  readonly used: number;
}
function slipIn({ id, name }: SceneObject, { scene, convention }: CheckContext): FoundSlip | null {
  const slip = objectsWithSlips(scene).get(id);
  // What the convention lists is a word of the studio's.
  if (slip?.meant.used === 0 && [...convention.slots.values()].some(({ spelled }) => spelled.has(slip.word)))
    return null;
  const word = slip && splitWords(name).find(({ text }) => text.toLowerCase() === slip.word);
  return word ? { ...word, wanted: inCapitalsOf(word.text, slip.meant.word), used: slip.meant.used } : null;
}
/**
 * A rare word that is a letter away from a common one of the same scene; a short one where its likes in shape have that. In
 * a scene that speaks English also a word that is none, a letter away from one that is.
 */
export const misspelling = defineCheck({
  id: 'misspelling',
  family: 'names',
  title: 'Probably misspelled',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove'],
  source:
    'common practice: optimal string alignment distance of 1, 2 for words of eight letters and more; words of English: SCOWL, size 70',
  messages: {
    slip: {
      short: 'spelling: {{wanted}}',
      because: '"{{text}}" is nearly "{{wanted}}", a word used {{used}} times in this scene.',
    },
    unknown: {
      short: 'spelling: {{wanted}}',
      because: '"{{text}}" is no word that is known; the nearest is "{{wanted}}".',
    },
  },
  candidates: ({ scene }) => objectsWithSlips(scene).keys(),
  afterRenames: (renamed, { scene }) => (renamed.some((one) => wordChanges(scene, [one]).size) ? null : []),
  evaluate(object, context) {
    const slip = slipIn(object, context);
    return (
      slip && {
        message: slip.used ? 'slip' : 'unknown',
        data: { text: slip.text, wanted: slip.wanted, used: slip.used },
      }
    );
  },
  fix(object, context) {
    const slip = slipIn(object, context);
    if (!slip) return null;
    const { name } = object;
    return renameTo(
      context.scene,
      object,
      name.slice(0, slip.start) + slip.wanted + name.slice(slip.end),
      context.convention,
    );
  },
});
