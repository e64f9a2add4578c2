import { assetRules, branchOfName, type AssetRules } from '../../templates/asset-rules.js';
import { planMoves } from '../../plans/plan-moves.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';

/** The branches that the template knows stand in another order than it lists them. */
export const branchOrder = defineCheck({
  id: 'branch-order',
  family: 'hierarchy',
  title: 'Branches out of order',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'rename', 'attribute'],
  source: 'the template of the asset type; common practice',
  messages: {
    order: {
      short: 'branches out of order',
      because: 'Under "{{name}}" the branches stand as {{now}}; a {{type}} has them as {{wanted}}.',
    },
  },
  applies: ({ scene, convention }) =>
    (assetRules(scene, convention.source.templates)?.template ?? null) !== null,
  evaluate(object, { scene, convention }) {
    const rules = assetRules(scene, convention.source.templates);
    if (rules?.root !== object.id) return null;
    const { now, wanted } = orders(scene, rules);
    if (now.every((id, i) => id === wanted[i])) return null;
    const names = (ids: readonly number[]): string => ids.map((id) => scene.get(id).name).join(', ');
    return {
      message: 'order',
      data: { name: object.name, type: rules.type, now: names(now), wanted: names(wanted) },
    };
  },
  fix(object, { scene, convention }) {
    const rules = assetRules(scene, convention.source.templates);
    if (!rules) return null;
    const { now, wanted } = orders(scene, rules);
    const free = new Set(now);
    const next = wanted[Symbol.iterator]();
    // What the template does not know keeps its place; every child is set from the left.
    const all = object.children.map((id) => (free.has(id) ? next.next().value! : id));
    const plan = planMoves(
      scene,
      all.map((id, index) => ({ object: id, under: object.id, index })),
      'local',
    );
    return plan.ok ? plan.edits : null;
  },
});

function orders(scene: Scene, { root, template }: AssetRules): { now: number[]; wanted: number[] } {
  const at = (id: number): number => (template ? branchOfName(template, scene.get(id).name) : -1);
  const now = scene.get(root).children.filter((id) => at(id) >= 0);
  return { now, wanted: [...now].sort((a, b) => at(a) - at(b)) };
}
