import { copied, generated, suffixed, untitled } from '../../names/default-names.js';
import { defineCheck } from '../check.js';

/** Whether a name ends as one that a copy was left with: in a number, a bracket, or the last letter of one of its words. */
function endsLikeCopy(name: string): boolean {
  const code = name.charCodeAt(name.length - 1);
  return (code >= 48 && code <= 57) || code === 41 || 'ypeYPE'.includes(name.charAt(name.length - 1));
}

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
    if (endsLikeCopy(name)) {
      const copy = copied.exec(name) ?? suffixed.exec(name);
      if (copy) return { message: 'copied', data: { name, part: copy[0].trim() } };
    }
    // A word and a number have one thing between them at most.
    const between = name.indexOf('_');
    if (name.length > 24 || (between >= 0 && name.indexOf('_', between + 1) > 0)) return null;
    if (generated.test(name) || untitled.test(name)) return { message: 'generated', data: { name } };
    return null;
  },
});
