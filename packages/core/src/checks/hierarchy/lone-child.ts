import { planUngroup } from '../../plans/plan-ungroup.js';
import { assetRules, branchOfName } from '../../templates/asset-rules.js';
import { defineCheck } from '../check.js';

/** A group that holds one object only. */
export const loneChild = defineCheck({
  id: 'lone-child',
  family: 'hierarchy',
  title: 'Group with one child',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'rename', 'attribute'],
  source: 'common practice',
  messages: {
    lone: { short: 'one child only', because: '"{{name}}" holds one object only, so it groups nothing.' },
  },
  // A branch of a template is told by its own name.
  afterRenames: () => [],
  evaluate(object, { scene, convention }) {
    if (object.kind !== 'group' || object.children.length !== 1 || object.parent === null) return null;
    const child = scene.get(object.children[0]!);
    // A skeleton has one root joint, and often a group of its own; what takes over from elsewhere holds what that has.
    if (child.kind === 'joint' || child.held) return null;
    // A branch that the asset's template asks for may hold one object only.
    const rules = assetRules(scene, convention.source.templates);
    if (rules?.template && object.parent === rules.root && branchOfName(rules.template, object.name) >= 0)
      return null;
    return { message: 'lone', data: { name: object.name } };
  },
  fix(object, { scene }) {
    const plan = planUngroup(scene, [object.id]);
    return plan.ok ? plan.edits : null;
  },
});
