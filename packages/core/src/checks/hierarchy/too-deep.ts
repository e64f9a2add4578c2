import { depths } from '../../scene/depths.js';
import { defineCheck } from '../check.js';

/** An object more levels below the root than the convention allows. */
export const tooDeep = defineCheck({
  id: 'too-deep',
  family: 'hierarchy',
  title: 'Too deep',
  severity: 'warning',
  scope: 'branch',
  source: "common practice; the limit is the convention's",
  parameters: {
    most: {
      type: 'number',
      shipped: 24,
      least: 1,
      most: 100000,
      unit: 'levels',
      whole: true,
      text: 'Levels below the root that are allowed.',
    },
  },
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
