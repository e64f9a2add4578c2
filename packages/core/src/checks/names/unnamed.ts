import { defineCheck } from '../check.js';

/** An object without a name, or with one that cannot be seen. */
export const unnamed = defineCheck({
  id: 'unnamed',
  family: 'names',
  title: 'Unnamed',
  severity: 'blocker',
  scope: 'object',
  source: 'common practice; glTF 2.0 section 5.25 leaves names optional',
  messages: {
    empty: { short: 'no name', because: 'The object has no name, so nothing downstream can ask for it.' },
    blank: { short: 'only blanks', because: 'The name is {{count}} characters of which none can be seen.' },
  },
  evaluate({ name }) {
    if (name === '') return { message: 'empty', data: {} };
    // Nearly every name begins with a letter that can be seen.
    if (name.charCodeAt(0) > 32 && name.charCodeAt(0) < 127) return null;
    if (/^[\s\p{Cf}\p{Cc}]+$/u.test(name)) return { message: 'blank', data: { count: name.length } };
    return null;
  },
});
