import type { Mat4 } from '@renquil/core/math';
import type { GlbBuilder } from '../gltf/glb-builder.js';
import { putKeys } from '../gltf/put-keys.js';
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
    const secondOf = (time: number): number => (time - first) / rate;
    for (const { node, motion, placed } of this.#all)
      putKeys(out, node, { times: motion.times, at: (time) => placed(motion.at(time)), secondOf });
  }
  #rate(): number {
    return codesPerSecond(this.stage.bytes, this.stage.layer.meta);
  }
}
