import { defineCheck } from '../check.js';

/** Device names of file systems (case does not matter, nor what follows a dot), and names that scripts take for values. */
const devices = /^(?:con|prn|aux|nul|com[1-9]|lpt[1-9])(?:\.|$)/i;
const values = new Set([
  'null',
  'none',
  'nan',
  'true',
  'false',
  'undefined',
  'world',
  'default',
  'self',
  'parent',
  'this',
]);

/** A name that something downstream takes for something else. */
export const reservedWord = defineCheck({
  id: 'reserved-word',
  family: 'names',
  title: 'Reserved word',
  severity: 'blocker',
  scope: 'object',
  source: 'common practice; device names of file systems, literals of scripting languages',
  parameters: {
    words: { type: 'texts', shipped: [], text: 'Words of the studio that no object may be called.' },
  },
  messages: {
    device: {
      short: 'reserved',
      because: '"{{name}}" is the name of a device on some systems; no file can be called so.',
    },
    value: { short: 'reserved', because: '"{{name}}" means something else to scripts.' },
    studio: {
      short: 'reserved',
      because: '"{{name}}" is on the studio\'s list of words that no object may have.',
    },
  },
  evaluate({ name }, { parameters }) {
    if (name.length > 12 && !(parameters['words'] as unknown[]).length) return null;
    if (devices.test(name)) return { message: 'device', data: { name } };
    if (values.has(name.toLowerCase())) return { message: 'value', data: { name } };
    const listed = (parameters['words'] as readonly string[]).includes(name);
    return listed ? { message: 'studio', data: { name } } : null;
  },
});
