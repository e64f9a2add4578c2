import { defineCheck, readingOf } from '../check.js';

/** All of the name fits but one word, which its slot's list does not have. */
export const unlistedWord = defineCheck({
  id: 'unlisted-word',
  family: 'names',
  title: 'Word not in its list',
  severity: 'blocker',
  scope: 'object',
  scopeIn: ({ looksElsewhere }) => (looksElsewhere ? 'scene' : 'object'),
  source: 'the convention of the scene',
  messages: {
    unlisted: {
      short: 'no {{slot}}: {{text}}',
      because: '"{{text}}" is in no list of the {{slot}} slot; it takes {{words}}.',
    },
  },
  evaluate(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    if (object.name === '' || !convention.pattern(key)) return null;
    const reading = readingOf(context, key, object.name);
    const misfit = reading.misfits[0];
    if (reading.fits || misfit?.code !== 'unlisted') return null;
    const part = convention.pattern(reading.helper ? 'helper' : key)!.find((one) => one.slot === misfit.slot);
    const all = part?.only ?? [...convention.slots.get(misfit.slot)!.words];
    const words = all.slice(0, 6).join(', ') + (all.length > 6 ? ` and ${all.length - 6} more` : '');
    return { message: 'unlisted', data: { slot: misfit.slot, text: misfit.text, words }, slot: misfit.slot };
  },
});
