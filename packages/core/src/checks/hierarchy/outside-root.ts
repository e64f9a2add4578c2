import { planMove } from '../../plans/plan-move.js';
import { framesOf } from '../../frames/frames-of.js';
import { mainRoot } from '../../scene/main-root.js';
import { defineCheck } from '../check.js';

/** A root beside the one that everything should hang under. Helpers may stand anywhere, and an asset stands for itself. */
export const outsideRoot = defineCheck({
  id: 'outside-root',
  family: 'hierarchy',
  title: 'Outside the root',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'transform', 'move', 'set shape', 'set bake', 'insert', 'remove', 'frames'],
  candidates: ({ scene }) => scene.roots,
  source: 'common practice',
  // Only its own name matters: a helper may stand anywhere.
  afterRenames: () => [],
  messages: {
    outside: {
      short: 'outside the root',
      because:
        '"{{name}}" stands beside the root that all else hangs under, so it stays behind when that is moved.',
    },
  },
  evaluate(object, { scene, convention }) {
    if (object.parent !== null || object.kind === 'helper' || convention.helperPrefix(object.name))
      return null;
    const main = mainRoot(scene);
    if (main === null || main === object.id) return null;
    // Several assets side by side: each is its own.
    if (framesOf(scene, convention).of(object.id).root === object.id) return null;
    return { message: 'outside', data: { name: object.name } };
  },
  fix(object, { scene }) {
    const plan = planMove(scene, object.id, mainRoot(scene), { keep: 'world' });
    return plan.ok ? plan.edits : null;
  },
});
