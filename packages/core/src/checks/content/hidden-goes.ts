import { offBy, switchedOff } from '../../scene/switched.js';
import { defineCheck } from '../check.js';
import { keepHome } from '../support/keep-home.js';

/** Switched off for the eye, and still handed off. */
export const hiddenGoes = defineCheck({
  id: 'hidden-goes',
  family: 'content',
  title: 'Hidden but going',
  severity: 'warning',
  scope: 'switches',
  source: 'common practice',
  messages: {
    hidden: {
      short: 'hidden, but goes',
      because: '"{{name}}" is not shown ({{by}}), yet it is handed off. Show it, or keep it home.',
    },
  },
  candidates: ({ scene }) => switchedOff(scene, 'shown'),
  evaluate(object, { scene, convention }) {
    const { name, kind } = object;
    if (kind === 'helper' || convention.helperPrefix(name)) return null;
    const off = offBy(scene, object, 'shown');
    if (!off || offBy(scene, object, 'goes')) return null;
    // What is above is not named: its name would be another thing to keep up with.
    const by =
      off.by === 'itself'
        ? 'its own switch'
        : off.by === 'above'
          ? 'one above it is hidden'
          : `the ${off.by} "${off.name}" is hidden`;
    return { message: 'hidden', data: { name, by } };
  },
  fix: keepHome,
});
