import { firstAlike } from '../../twins/plan-share.js';
import { defineCheck } from '../check.js';

/** A shape of its own with the very data of another: an instance would do. */
export const copies = defineCheck({
  id: 'copies',
  family: 'content',
  title: 'Copy that could be an instance',
  severity: 'note',
  scope: 'object',
  source: 'common practice',
  messages: {
    copy: {
      short: 'copy of {{first}}',
      because:
        'The shape of "{{name}}" holds the same data as the shape "{{first}}"; shared, a .glb of the scene is {{bytes}} bytes smaller.',
    },
  },
  evaluate({ name, shape }, { scene }) {
    const first = shape === null ? undefined : firstAlike(scene, shape);
    if (first === undefined || first === shape) return null;
    const { bytes = 0 } = scene.shapes[shape!]!;
    return { message: 'copy', data: { name, first: scene.shapes[first]!.name || `shape ${first}`, bytes } };
  },
  fix({ id, shape }, { scene }) {
    const to = shape === null ? undefined : firstAlike(scene, shape);
    return to === undefined ? null : [{ kind: 'set', object: id, field: 'shape', from: shape, to }];
  },
});
