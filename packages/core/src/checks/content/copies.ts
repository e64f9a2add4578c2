import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';

/** A shape of its own with the very data of another: an instance would do. */
export const copies = defineCheck({
  id: 'copies',
  family: 'content',
  title: 'Copy that could be an instance',
  severity: 'note',
  reach: 'object',
  source: 'common practice',
  messages: {
    copy: {
      short: 'copy of {{first}}',
      because:
        'The shape of "{{name}}" holds the same data as the shape "{{first}}"; shared, the file is {{bytes}} bytes smaller.',
    },
  },
  evaluate({ name, shape }, { scene }) {
    const first = shape === null ? undefined : firstLike(scene, shape);
    if (first === undefined || first === shape) return null;
    const { bytes = 0 } = scene.shapes[shape!]!;
    return { message: 'copy', data: { name, first: scene.shapes[first]!.name || `shape ${first}`, bytes } };
  },
  fix({ id, shape }, { scene }) {
    const to = shape === null ? undefined : firstLike(scene, shape);
    return to === undefined ? null : [{ kind: 'set', object: id, field: 'shape', from: shape, to }];
  },
});

const known = new WeakMap<Scene, ReadonlyMap<string, number>>();
/** The first shape of the same data; shapes never change, so this is worked out once. */
function firstLike(scene: Scene, shape: number): number | undefined {
  let firsts = known.get(scene);
  if (!firsts) {
    const made = new Map<string, number>();
    scene.shapes.forEach(({ digest, fixed }, i) => {
      if (digest && !fixed && !made.has(digest)) made.set(digest, i);
    });
    known.set(scene, (firsts = made));
  }
  const { digest, fixed } = scene.shapes[shape]!;
  return digest && !fixed ? firsts.get(digest) : undefined;
}
