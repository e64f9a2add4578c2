import { offBy, switchedOff } from '../../scene/switched.js';
import { defineCheck } from '../check.js';

/** Seen by whoever works here, and yet not handed off. */
export const shownStays = defineCheck({
  id: 'shown-stays',
  family: 'content',
  title: 'Shown but not going',
  severity: 'note',
  scope: 'switches',
  source: 'common practice',
  messages: {
    stays: {
      short: 'shown, but stays',
      because: '"{{name}}" is shown but stays home. Hide it, let it go, or make it a helper.',
    },
  },
  candidates: ({ scene }) => switchedOff(scene, 'goes'),
  evaluate(object, { scene, convention }) {
    const { name, kind } = object;
    if (kind === 'helper' || convention.helperPrefix(name)) return null;
    return offBy(scene, object, 'goes') && !offBy(scene, object, 'shown')
      ? { message: 'stays', data: { name } }
      : null;
  },
});
