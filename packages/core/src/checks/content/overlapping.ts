import { overlapsIn } from '../../scene/overlaps.js';
import { defineCheck } from '../check.js';

/** The same shape in the very same place as another object: it is drawn twice, and flickers. */
export const overlapping = defineCheck({
  id: 'overlapping',
  family: 'content',
  title: 'Lies exactly on another',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'insert', 'remove', 'set shape', 'set bake'],
  source: 'common practice',
  messages: {
    on: {
      short: 'lies on another',
      because: '"{{name}}" has the same shape in the same place as {{others}}.',
    },
  },
  candidates: ({ scene }) => overlapsIn(scene).alike.keys(),
  evaluate({ id, name, kind }, { scene, convention }) {
    if (kind === 'helper' || convention.helperPrefix(name)) return null;
    const alike = overlapsIn(scene).alike.get(id);
    if (!alike || alike.first === id) return null;
    // The oldest of them stays; the others are one too many. Names may change without this being asked again.
    const others = alike.count === 2 ? 'another object' : `${alike.count - 1} other objects`;
    return { message: 'on', data: { name, others } };
  },
});
