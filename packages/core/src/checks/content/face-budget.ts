import { facesBelow } from '../../scene/bounds.js';
import { mainRoot } from '../../scene/main-root.js';
import { defineCheck } from '../check.js';

/** More faces than an object, or the whole asset, may have. */
export const faceBudget = defineCheck({
  id: 'face-budget',
  family: 'content',
  title: 'Over the face budget',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'set shape'],
  source: 'common practice; the convention sets the numbers',
  messages: {
    object: {
      short: '{{faces}} faces',
      because: '"{{name}}" has {{faces}} faces; an object may have {{limit}}.',
    },
    asset: {
      short: '{{faces}} faces in all',
      because: 'Under "{{name}}" there are {{faces}} faces in all; an asset may have {{limit}}.',
    },
  },
  parameters: {
    object: {
      type: 'number',
      shipped: 250_000,
      least: 0,
      most: 1e12,
      unit: 'faces',
      whole: true,
      text: 'Faces that one object may have.',
    },
    asset: {
      type: 'number',
      shipped: 5_000_000,
      least: 0,
      most: 1e12,
      unit: 'faces',
      whole: true,
      text: 'Faces that the asset may have.',
    },
  },
  *candidates({ scene, parameters }) {
    const main = mainRoot(scene);
    if (main !== null) yield main;
    const limit = parameters['object'] as number;
    if (scene.shapes.some(({ faces }) => faces > limit))
      for (const { id, shape } of scene.walk())
        if (shape !== null && scene.shapes[shape]!.faces > limit) yield id;
  },
  evaluate({ id, name, shape, parent }, { scene, parameters }) {
    if (parent === null && mainRoot(scene) === id) {
      const faces = facesBelow(scene, id);
      const limit = parameters['asset'] as number;
      if (faces > limit) return { message: 'asset', data: { name, faces, limit } };
    }
    const own = shape === null ? 0 : scene.shapes[shape]!.faces;
    const limit = parameters['object'] as number;
    return own > limit ? { message: 'object', data: { name, faces: own, limit } } : null;
  },
});
