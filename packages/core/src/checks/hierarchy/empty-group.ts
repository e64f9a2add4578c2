import { planRemove } from '../../plans/plan-remove.js';
import { defineCheck } from '../check.js';

/** A group with nothing in it. */
export const emptyGroup = defineCheck({
  id: 'empty-group',
  family: 'hierarchy',
  title: 'Empty group',
  severity: 'warning',
  reach: 'children',
  source: 'common practice',
  messages: {
    empty: {
      short: 'empty group',
      because: '"{{name}}" groups nothing. It is left from something that was moved or deleted.',
    },
  },
  evaluate(object) {
    if (object.kind !== 'group' || object.children.length) return null;
    return { message: 'empty', data: { name: object.name } };
  },
  fix: (object, { scene }) => planRemove(scene, [object.id]),
});
