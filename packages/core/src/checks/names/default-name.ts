import { copied, generated, suffixed, untitled } from '../../names/default-names.js';
import { defineCheck } from '../check.js';

const maybeCopied = /copy|dup|[.)]/i;

/** A name that a program gave, or that a copy was left with. */
export const defaultName = defineCheck({
  id: 'default-name',
  family: 'names',
  title: 'Default name',
  severity: 'blocker',
  reach: 'object',
  source: 'common practice',
  messages: {
    generated: {
      short: 'default name',
      because: '"{{name}}" is what a program calls a new object. It says nothing of what this one is.',
    },
    copied: {
      short: 'left from a copy',
      because: '"{{name}}" ends in "{{part}}": it was duplicated and never named.',
    },
  },
  evaluate({ name }) {
    // No short word, and nothing a copy leaves: neither can be.
    if (name.length > 24 && !maybeCopied.test(name)) return null;
    const copy = copied.exec(name) ?? suffixed.exec(name);
    if (copy) return { message: 'copied', data: { name, part: copy[0].trim() } };
    if (generated.test(name) || untitled.test(name)) return { message: 'generated', data: { name } };
    return null;
  },
});
