import { patternTexts, type PatternMessage } from '../../names/slots/misfit-texts.js';
import { sayMisfit } from '../../names/slots/say-misfit.js';
import { defineCheck, readingOf } from '../check.js';

/** The name is not made of the slots that its kind asks for. */
export const namePattern = defineCheck<PatternMessage>({
  id: 'name-pattern',
  family: 'names',
  title: 'Does not fit its pattern',
  severity: 'blocker',
  scope: 'object',
  scopeIn: ({ looksElsewhere }) => (looksElsewhere ? 'scene' : 'object'),
  source: 'the convention of the scene',
  messages: patternTexts,
  evaluate(object, context) {
    const { scene, convention } = context;
    const { name, kind } = object;
    const key = convention.keyOf(scene, object);
    if (name === '' || !convention.pattern(key)) return null;
    const reading = readingOf(context, key, name);
    // A word that is simply in no list is the business of its own check.
    if (reading.fits || reading.misfits[0]?.code === 'unlisted') return null;
    const { message, data, slot } = sayMisfit(
      { convention, key, kind: reading.helper ? 'helper' : kind },
      name,
      reading,
    );
    return { message: message as PatternMessage, data, ...(slot ? { slot } : {}) };
  },
});
