import { defineCheck } from '../check.js';

/** A name longer than what comes after can hold or show. */
export const tooLong = defineCheck({
  id: 'too-long',
  family: 'names',
  title: 'Too long',
  severity: 'blocker',
  scope: 'object',
  source: 'common practice: 63 characters fit every target we know of',
  parameters: {
    most: {
      type: 'number',
      shipped: 63,
      least: 1,
      most: 65536,
      unit: 'characters',
      whole: true,
      text: 'Characters that are allowed.',
    },
  },
  messages: {
    long: {
      short: '{{count}} characters',
      because: 'The name has {{count}} characters; {{most}} are allowed.',
    },
  },
  evaluate({ name }, { parameters }) {
    const most = Number(parameters['most']);
    // UTF-16 units are never fewer than the characters people count.
    if (name.length <= most) return null;
    const count = [...name].length;
    return count > most ? { message: 'long', data: { count, most } } : null;
  },
});
