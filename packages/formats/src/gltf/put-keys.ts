import { fromMatrix, type Mat4 } from '@renquil/core/math';
import type { GlbBuilder } from './glb-builder.js';
import { nearestTurn } from './nearest-turn.js';

/** How a node moves: at which times something is said, rising, and where it stands at each, in its parent's space. */
export interface Moves {
  readonly times: readonly number[];
  at(time: number): Mat4;
  /** Times of the file as seconds; left out: they are. */
  readonly secondOf?: (time: number) => number;
}

/** Gives a node its keys (glTF 2.0, section 3.11): none where it is sheared or flat at some time, which keys cannot say. */
export function putKeys(out: GlbBuilder, node: number, { times, at, secondOf }: Moves): void {
  // One that is sheared while it rests is kept as a matrix, which has no keys.
  if (out.nodes[node]?.matrix) return;
  const seconds: number[] = [];
  const values = { translation: [] as number[], rotation: [] as number[], scale: [] as number[] };
  for (const time of times) {
    const second = Math.fround(secondOf ? secondOf(time) : time);
    // As floats hold them, times must still rise.
    if (seconds.length && second <= seconds.at(-1)!) continue;
    const trs = fromMatrix(at(time));
    if (!trs || 'm' in trs) return;
    seconds.push(second);
    values.translation.push(...trs.t);
    values.rotation.push(...nearestTurn(trs.r, values.rotation));
    values.scale.push(...trs.s);
  }
  out.animate(node, seconds, values);
}
