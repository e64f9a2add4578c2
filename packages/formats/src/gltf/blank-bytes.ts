import { accessorStretches, merged, type Stretch } from './accessor-bytes.js';
import { binChunk, type GlbChunk } from './glb.js';
import { isFallback, type Gltf } from './gltf-json.js';

/**
 * Zeros in the binary chunk where accessors that go had their bytes in a view that stays: many programs put all shapes of a
 * file into one. What an accessor that stays reads is left as it is.
 */
export function blankBytes(
  json: Gltf,
  gone: ReadonlySet<number>,
  chunks: readonly GlbChunk[],
): readonly GlbChunk[] {
  const at = chunks.findIndex((chunk) => chunk.type === binChunk);
  const isHeld = at >= 0 && json.buffers?.[0]?.uri === undefined && !isFallback(json.buffers![0]!);
  if (!gone.size || !isHeld) return chunks;
  const of = (accessors: Iterable<number>): Stretch[] =>
    merged([...accessors].flatMap((one) => accessorStretches(json, one)));
  const stays = of([...(json.accessors ?? []).keys()].filter((one) => !gone.has(one)));
  const data = chunks[at]!.data.slice();
  let next = 0;
  for (const { from, to } of of(gone)) {
    while (next < stays.length && stays[next]!.to <= from) next++;
    let free = from;
    for (let i = next; i < stays.length && stays[i]!.from < to; i++) {
      if (stays[i]!.from > free) data.fill(0, free, stays[i]!.from);
      free = Math.max(free, stays[i]!.to);
    }
    if (free < to) data.fill(0, free, to);
  }
  return chunks.map((chunk, i) => (i === at ? { type: binChunk, data } : chunk));
}
