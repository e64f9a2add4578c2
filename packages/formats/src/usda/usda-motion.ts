import { fromMatrix, type Mat4 } from '@renquil/core/math';
import { nearestTurn } from '../gltf/nearest-turn.js';
import type { GlbBuilder } from '../gltf/glb-builder.js';
import { codesPerSecond } from './layer-time.js';
import type { UsdaStage } from './usda-stage.js';
import { xformMotion, type XformMotion } from './xform-motion.js';

/** Keys of a whole layer: what has more stands still as its first sample says. */
const mostKeys = 1_000_000;
/** A prim that moves, with the node that it is. */
interface Moving {
  readonly node: number;
  readonly motion: XformMotion;
  /** From a transform of the layer to one of the node. */
  readonly placed: (m: Mat4) => Mat4;
}

/** What moves in a layer, as one animation of glTF: time codes as seconds, from the first of them on. */
export class UsdaMotion {
  readonly #all: Moving[] = [];
  #left = mostKeys;
  constructor(readonly stage: UsdaStage) {}

  add(node: number, place: number, placed: Moving['placed']): void {
    const motion = xformMotion(this.stage, place);
    if (!motion || motion.times.length > this.#left) return;
    this.#left -= motion.times.length;
    this.#all.push({ node, motion, placed });
  }
  put(out: GlbBuilder): void {
    if (!this.#all.length) return;
    const first = this.#all.reduce((least, { motion }) => Math.min(least, motion.times[0]!), Infinity);
    const rate = this.#rate();
    for (const one of this.#all) putKeys(out, one, (time) => Math.fround((time - first) / rate));
  }
  #rate(): number {
    return codesPerSecond(this.stage.bytes, this.stage.layer.meta);
  }
}
function putKeys(
  out: GlbBuilder,
  { node, motion, placed }: Moving,
  secondOf: (time: number) => number,
): void {
  const seconds: number[] = [];
  const values = { translation: [] as number[], rotation: [] as number[], scale: [] as number[] };
  for (const time of motion.times) {
    const second = secondOf(time);
    // As floats hold them, times must still rise (glTF 2.0, section 3.11).
    if (seconds.length && second <= seconds.at(-1)!) continue;
    const trs = fromMatrix(placed(motion.at(time)));
    // What is sheared or flat at some time has no such keys.
    if (!trs || 'm' in trs) return;
    seconds.push(second);
    values.translation.push(...trs.t);
    values.rotation.push(...nearestTurn(trs.r, values.rotation));
    values.scale.push(...trs.s);
  }
  out.animate(node, seconds, values);
}
