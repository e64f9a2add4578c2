import { boxSize } from '../../math/box.js';
import { worldBounds } from '../../scene/bounds.js';
import { mainRoot } from '../../scene/main-root.js';
import { defineCheck } from '../check.js';

/** An asset so small or large that its unit was taken for another. */
export const size = defineCheck({
  id: 'size',
  family: 'transforms',
  title: 'Implausible size',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'insert', 'remove', 'set shape', 'set bake'],
  source: 'glTF 2.0, section 3.4: units are metres; common practice',
  messages: {
    small: {
      short: 'only {{metres}} m large',
      because:
        '"{{name}}" is {{metres}} m across in all, less than {{limit}} m: was it modelled in another unit?',
    },
    large: {
      short: '{{metres}} m large',
      because: '"{{name}}" is {{metres}} m across, more than {{limit}} m: was it modelled in another unit?',
    },
  },
  parameters: {
    least: {
      type: 'number',
      shipped: 0.005,
      least: 0,
      most: 1e9,
      unit: 'metres',
      text: 'An asset smaller than this is in the wrong unit.',
    },
    most: {
      type: 'number',
      shipped: 5000,
      least: 0,
      most: 1e9,
      unit: 'metres',
      text: 'An asset larger than this is in the wrong unit.',
    },
  },
  evaluate({ id, name, parent }, { scene, parameters }) {
    if (parent !== null || mainRoot(scene) !== id) return null;
    const box = worldBounds(scene, id);
    if (!box) return null;
    const metres = Number(Math.max(...boxSize(box)).toPrecision(3));
    const [least, most] = [parameters['least'] as number, parameters['most'] as number];
    if (metres < least) return { message: 'small', data: { name, metres, limit: least } };
    return metres > most ? { message: 'large', data: { name, metres, limit: most } } : null;
  },
});
