import { depths } from '../../scene/depths.js';
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
    const depth = depths(scene)[object.id]! + 1;
    return depth > most ? { message: 'deep', data: { name: object.name, depth, most } } : null;
  },
});
