import { copied, isCounted, suffixed, unfinished } from '../../names/default-names.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { defineCheck, readingOf, type CheckContext } from '../check.js';

/** Whether a name ends as one that a copy was left with: in a number, a bracket, or the last letter of one of its words. */
function endsLikeCopy(name: string): boolean {
  const code = name.charCodeAt(name.length - 1);
  return (code >= 48 && code <= 57) || code === 41 || 'ypeYPE'.includes(name.charAt(name.length - 1));
}

function fits(object: SceneObject, context: CheckContext): boolean {
  const key = context.convention.keyOf(context.scene, object);
  return context.convention.pattern(key) !== null && readingOf(context, key, object.name).fits;
}

/** A name that a program gave, or that a copy was left with. */
export const defaultName = defineCheck({
  id: 'default-name',
  family: 'names',
  title: 'Default name',
  severity: 'blocker',
  scope: 'object',
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
    unfinished: {
      short: 'left from work',
      because: '"{{name}}" ends in "{{part}}", which says how far the work was, not what this is.',
    },
  },
  evaluate(object, context) {
    const { name } = object;
    if (endsLikeCopy(name)) {
      const copy = copied.exec(name) ?? suffixed.exec(name);
      // Where the convention has numbers behind a dot, that is no copy.
      if (copy && !(suffixed.test(name) && fits(object, context)))
        return { message: 'copied', data: { name, part: copy[0].trim() } };
    }
    if ('dlpktewDLPKTEW0123456789'.includes(name.charAt(name.length - 1))) {
      const left = unfinished.exec(name);
      if (left) return { message: 'unfinished', data: { name, part: left[0].replace(/^[ _.-]/, '') } };
    }
    // A word and a number have one thing between them at most.
    const between = name.indexOf('_');
    if (name.length > 24 || (between >= 0 && name.indexOf('_', between + 1) > 0)) return null;
    if (isCounted(name)) return { message: 'generated', data: { name } };
    return null;
  },
});
