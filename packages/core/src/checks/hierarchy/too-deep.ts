import { defineCheck } from '../check.js';

/** An object more levels below the root than the convention allows. */
export const tooDeep = defineCheck({
  id: 'too-deep',
  family: 'hierarchy',
  title: 'Too deep',
  severity: 'warning',
  reach: 'branch',
  source: "common practice; the limit is the convention's",
  parameters: { most: 24 },
  messages: {
    deep: {
      short: '{{depth}} levels deep',
      because: '"{{name}}" lies {{depth}} levels below the root; {{most}} are allowed.',
    },
  },
  evaluate(object, { scene, parameters }) {
    const most = Number(parameters['most']);
    let depth = 1;
    for (const _ of scene.ancestors(object.id)) depth++;
    return depth > most ? { message: 'deep', data: { name: object.name, depth, most } } : null;
  },
});
