import { GlbBuilder } from '../gltf/glb-builder.js';
import { nearestTurn } from '../gltf/nearest-turn.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import type { Bvh, BvhJoint } from './parse-bvh.js';

/** Keys of all joints together: more stand still. */
const mostKeys = 2_000_000;
/** The format says nothing of units; captured motion is in centimetres (common practice), Y up. */
const metres = 0.01;

/** The joints as glTF, with their motion: one skin, and one animation. */
export function bvhGltf(bvh: Bvh, file: string): GltfSource {
  const out = new GlbBuilder();
  bvh.joints.forEach(({ name, children, offset }) => {
    out.nodes.push({
      name,
      ...(children.length ? { children } : {}),
      ...(offset.some((n) => n !== 0) ? { translation: offset.map((n) => n * metres) } : {}),
    });
  });
  out.skins.push({ joints: bvh.joints.map((_, at) => at) });
  if (bvh.frameCount && bvh.frameCount * bvh.joints.length <= mostKeys) animate(bvh, out);
  const roots = bvh.joints.flatMap(({ parent }, at) => (parent < 0 ? [at] : []));
  return out.source(file, roots, [], null);
}

function animate({ joints, frames, frameCount, frameTime }: Bvh, out: GlbBuilder): void {
  const each = joints.reduce((sum, { channels }) => sum + channels.length, 0);
  const seconds = Array.from({ length: frameCount }, (_, i) => Math.fround(i * frameTime));
  let first = 0;
  joints.forEach((joint, node) => {
    const at = first;
    first += joint.channels.length;
    if (!joint.channels.length) return;
    const values = { translation: [] as number[], rotation: [] as number[], scale: [] as number[] };
    for (let frame = 0; frame < frameCount; frame++) {
      const numbers = frames.subarray(frame * each + at, frame * each + at + joint.channels.length);
      const { move, turn } = posed(joint, numbers);
      values.translation.push(...move);
      values.rotation.push(...nearestTurn(turn, values.rotation));
      values.scale.push(1, 1, 1);
    }
    out.animate(node, seconds, values);
  });
}
type Quaternion = readonly [number, number, number, number];
/** Positions are added to the offset (common practice: so do the readers that are about); rotations follow one another, the first outermost. */
function posed(
  { channels, offset }: BvhJoint,
  numbers: Float64Array,
): { readonly move: readonly number[]; readonly turn: Quaternion } {
  const move = offset.map((n) => n * metres);
  let turn: Quaternion = [0, 0, 0, 1];
  channels.forEach((channel, i) => {
    const axis = 'XYZ'.indexOf(channel[0]!);
    if (channel.endsWith('position')) {
      move[axis]! += numbers[i]! * metres;
      return;
    }
    const half = (numbers[i]! * Math.PI) / 360;
    const one: [number, number, number, number] = [0, 0, 0, Math.cos(half)];
    one[axis] = Math.sin(half);
    turn = times(turn, one);
  });
  return { move, turn };
}
function times([ax, ay, az, aw]: Quaternion, [bx, by, bz, bw]: Quaternion): Quaternion {
  return [
    aw * bx + ax * bw + ay * bz - az * by,
    aw * by - ax * bz + ay * bw + az * bx,
    aw * bz + ax * by - ay * bx + az * bw,
    aw * bw - ax * bx - ay * by - az * bz,
  ];
}
