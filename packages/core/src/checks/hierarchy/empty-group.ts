import { planRemove } from '../../plans/plan-remove.js';
import { splitWords } from '../../names/split-words.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { defineCheck, type CheckContext } from '../check.js';
import { saidIn } from '../support/said-slot.js';

/** Words by which a name says that it is a group. Common practice. */
const groupWords = new Set(['grp', 'group', 'groups']);

/** Whether a name says that its object groups something: by a word, or by the type of the convention. */
function saysGroup(object: SceneObject, context: CheckContext): boolean {
  if (splitWords(object.name).some(({ text }) => groupWords.has(text.toLowerCase()))) return true;
  const said = saidIn(context, object, 'type');
  return said?.slot.rule.words?.some(({ word, means }) => word === said.word && means === 'group') ?? false;
}

/**
 * A group with nothing in it. An empty that came so in a file is a place to hang things on, unless its name says that it
 * is a group.
 */
export const emptyGroup = defineCheck({
  id: 'empty-group',
  family: 'hierarchy',
  title: 'Empty group',
  severity: 'warning',
  scope: 'children',
  source: 'common practice',
  messages: {
    empty: {
      short: 'empty group',
      because: '"{{name}}" groups nothing. It is left from something that was moved or deleted.',
    },
  },
  evaluate(object, context) {
    if (object.kind !== 'group' || object.children.length) return null;
    if (object.source !== null && !saysGroup(object, context)) return null;
    return { message: 'empty', data: { name: object.name } };
  },
  fix: (object, { scene }) => planRemove(scene, [object.id]),
});
