import { knowsMiddle, type Frame } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import type { Box } from '../../math/box.js';
import type { Vec3 } from '../../math/mat4.js';
import { sideSeat } from '../../names/sides/seating.js';
import { metres } from '../../names/propose/guess-row.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';
import { saidIn } from '../support/said-slot.js';

/** An animation carries what is called left to the right of the middle, or the other way round. */
export const leavesSide = defineCheck({
  id: 'leaves-side',
  family: 'transforms',
  title: 'Moved out of its side',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'set shape', 'set bake', 'insert', 'remove', 'frames'],
  source: 'glTF 2.0 section 3.11 (translations of channels) and 3.4 (left is +X when the front is +Z)',
  otherwise: 'What mirrors or picks by side has the wrong one while it moves.',
  messages: {
    other: {
      short: 'moves {{where}}',
      because:
        '"{{name}}" says {{said}}, and an animation brings all of it {{metres}} to the {{where}} of the middle.',
    },
  },
  candidates: ({ scene }) => [...scene.motion.keys()].filter((id) => scene.find(id)),
  evaluate(object, context) {
    const { scene, convention } = context;
    const motion = scene.motion.get(object.id);
    if (!motion) return null;
    const said = saidIn(context, object, 'side');
    const sense = said?.slot.senses.get(said.word);
    if (sense !== 'left' && sense !== 'right') return null;
    const frame = framesOf(scene, convention).of(object.id);
    if (!knowsMiddle(frame, frame.side)) return null;
    const { slack } = convention.source;
    if (sideSeat(scene, object.id, frame, slack).sense !== sense) return null;
    let worst: { readonly where: string; readonly metres: number } | null = null;
    for (const by of sideways(scene, object, motion, frame)) {
      const moved = { ...frame, side: { ...frame.side, middle: frame.side.middle - by } };
      const seat = sideSeat(scene, object.id, moved, slack);
      if (seat.sense === sense || seat.sense === 'centre' || !seat.clear) continue;
      if (!worst || seat.metres > worst.metres) worst = { where: seat.sense, metres: seat.metres };
    }
    if (!worst) return null;
    return {
      message: 'other',
      data: { name: object.name, said: sense, where: worst.where, metres: metres(worst.metres) },
    };
  },
});

/** How far along the axis of sides the corners of a motion carry an object, from where it stands, in metres of the world. */
function sideways(
  scene: Scene,
  { parent, local }: SceneObject,
  { min, max }: Box,
  { facing }: Frame,
): number[] {
  const axis = facing.endsWith('Z') ? 0 : 2;
  const rest: Vec3 = 'm' in local ? [local.m[12]!, local.m[13]!, local.m[14]!] : local.t;
  const world = parent === null ? null : scene.world(parent);
  const along = [0, 1, 2].map((k) => (world ? world[k * 4 + axis]! : k === axis ? 1 : 0));
  // Each axis on its own: the furthest either way is a corner of them.
  let [low, high] = [0, 0];
  for (let k = 0; k < 3; k++) {
    const ends = [along[k]! * (min[k]! - rest[k]!), along[k]! * (max[k]! - rest[k]!)];
    low += Math.min(...ends);
    high += Math.max(...ends);
  }
  return [low, high];
}
