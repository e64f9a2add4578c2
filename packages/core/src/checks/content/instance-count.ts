import { wearersOf } from '../../scene/wearers.js';
import { defineCheck } from '../check.js';

/** A shape that more objects have than whoever receives it draws well. Said at the object of the lowest id. */
export const instanceCount = defineCheck({
  id: 'instance-count',
  family: 'content',
  title: 'Too many instances',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['insert', 'remove', 'set shape'],
  onRequest: true,
  source: 'common practice; the convention sets the number',
  parameters: {
    most: {
      type: 'number',
      shipped: 1000,
      least: 1,
      most: 1e9,
      unit: 'objects',
      whole: true,
      text: 'Objects that may have one shape.',
    },
  },
  messages: {
    many: {
      short: '{{count}} instances',
      because: '{{count}} objects have the shape of "{{name}}"; {{most}} may.',
    },
  },
  *candidates({ scene, parameters }) {
    const { shapes, firstOfShape } = wearersOf(scene);
    for (const [shape, count] of shapes.entries())
      if (count > Number(parameters['most'])) yield firstOfShape[shape]!;
  },
  evaluate({ id, name, shape }, { scene, parameters }) {
    if (shape === null) return null;
    const { shapes, firstOfShape } = wearersOf(scene);
    const [count, most] = [shapes[shape]!, Number(parameters['most'])];
    return count > most && firstOfShape[shape] === id
      ? { message: 'many', data: { name, count, most } }
      : null;
  },
});
