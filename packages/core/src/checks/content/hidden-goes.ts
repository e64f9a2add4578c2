import { defineCheck } from '../check.js';

/** Switched off for the eye, and still handed off. */
export const hiddenGoes = defineCheck({
  id: 'hidden-goes',
  family: 'content',
  title: 'Hidden but going',
  severity: 'warning',
  reach: 'object',
  source: 'common practice',
  messages: {
    hidden: {
      short: 'hidden, but goes',
      because: '"{{name}}" is not shown, yet it is handed off. Show it, or keep it home.',
    },
  },
  evaluate({ name, switches, kind }, { convention }) {
    if (switches.shown || !switches.goes || kind === 'helper' || convention.helperPrefix(name)) return null;
    return { message: 'hidden', data: { name } };
  },
  fix: (object) => [
    {
      kind: 'set',
      object: object.id,
      field: 'switches',
      from: object.switches,
      to: { ...object.switches, goes: false },
    },
  ],
});
