import { planUngroup } from '../../plans/plan-ungroup.js';
import { defineCheck } from '../check.js';

/** A group that holds one object only. */
export const loneChild = defineCheck({
  id: 'lone-child',
  family: 'hierarchy',
  title: 'Group with one child',
  severity: 'note',
  reach: 'children',
  source: 'common practice',
  messages: {
    lone: { short: 'one child only', because: '"{{name}}" holds one object only, so it groups nothing.' },
  },
  evaluate(object, { scene }) {
    if (object.kind !== 'group' || object.children.length !== 1 || object.parent === null) return null;
    // A skeleton has one root joint, and often a group of its own.
    if (scene.get(object.children[0]!).kind === 'joint') return null;
    return { message: 'lone', data: { name: object.name } };
  },
  fix(object, { scene }) {
    const plan = planUngroup(scene, [object.id]);
    return plan.ok ? plan.edits : null;
  },
});
