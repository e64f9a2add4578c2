import type { Frame } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { defineCheck, type CheckContext } from '../check.js';

/** The frames whose names contradict what was declared, by the object that speaks for them. */
function contradicted({ scene, convention }: CheckContext): Map<number, Frame> {
  const { all } = framesOf(scene, convention);
  const found = new Map<number, Frame>();
  // What stands in no asset counts where there is nothing else.
  for (const frame of all.length > 1 ? all.slice(1) : all) {
    const speaker = frame.root ?? scene.roots[0];
    if (frame.against && speaker !== undefined) found.set(speaker, frame);
  }
  return found;
}
const frameOf = (context: CheckContext, { id }: SceneObject): Frame | null => {
  const frame = framesOf(context.scene, context.convention).of(id);
  if (!frame.against) return null;
  return frame.root === id || (frame.root === null && contradicted(context).get(id) === frame) ? frame : null;
};

/** The convention says that assets face one way, and the names of this one that they face another. */
export const facing = defineCheck({
  id: 'facing',
  family: 'names',
  title: 'Facing',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'set shape', 'set bake', 'attribute', 'insert', 'remove', 'frames'],
  source: 'glTF 2.0 section 3.4: the front of an asset faces +Z; the facing of the convention',
  messages: {
    against: {
      short: 'faces {{read}}',
      because:
        '{{agree}} of {{of}} names with a side or place say that "{{name}}" faces {{read}}, but the convention says {{declared}}. Sides are judged by {{read}} meanwhile.',
    },
  },
  candidates: (context) => contradicted(context).keys(),
  evaluate(object, context) {
    const frame = frameOf(context, object);
    if (!frame) return null;
    const { facing: read, agree, of } = frame;
    return { message: 'against', data: { name: object.name, read, agree, of, declared: frame.against! } };
  },
  fix(object, context) {
    const frame = frameOf(context, object);
    if (frame?.root !== object.id) return null;
    const from = object.attributes['facing'];
    return [
      {
        kind: 'attribute',
        object: object.id,
        key: 'facing',
        to: frame.facing,
        ...(from === undefined ? {} : { from }),
      },
    ];
  },
});
