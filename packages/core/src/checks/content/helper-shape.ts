import { defineCheck } from '../check.js';

/** A part whose shape is called as helpers are: what was cut with was left in place of what was cut. */
export const helperShape = defineCheck({
  id: 'helper-shape',
  family: 'content',
  title: 'Shape of a helper left in',
  severity: 'warning',
  scope: 'scene',
  isOfItself: true,
  triggeredBy: ['rename-thing'],
  source: 'common practice; the convention lists the prefixes',
  otherwise: 'The shape of a cutter or a guide goes along as if it were a part.',
  messages: {
    left: {
      short: 'has {{shape}}',
      because: '"{{name}}" is no helper, and its shape is called "{{shape}}" as those of helpers are.',
    },
  },
  *candidates({ scene, convention }) {
    const odd = scene.shapes.map(({ name }) => convention.helperPrefix(name) !== null);
    if (!odd.includes(true)) return;
    for (const { id, shape } of scene.walk()) if (shape !== null && odd[shape]) yield id;
  },
  evaluate({ name, kind, shape }, { scene, convention }) {
    if (shape === null || kind === 'helper' || convention.helperPrefix(name)) return null;
    const called = scene.shapes[shape]!.name;
    return convention.helperPrefix(called) ? { message: 'left', data: { name, shape: called } } : null;
  },
});
