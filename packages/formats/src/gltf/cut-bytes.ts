import { binChunk, type GlbChunk } from './glb.js';
import { isFallback, type Gltf, type GltfBufferView } from './gltf-json.js';

/** Something that holds a stretch of a buffer: a view, or an extension of one that keeps its bytes packed. */
interface Holder {
  readonly buffer: number;
  byteOffset?: number;
  readonly byteLength: number;
}

/**
 * Cuts the bytes of views that go out of the binary chunk and sets the offsets of those that stay. With `keepsPlaces`
 * the views that went stay in the list, one empty byte each.
 */
export function cutBytes(
  json: Gltf,
  gone: ReadonlySet<number>,
  chunks: readonly GlbChunk[],
  keepsPlaces: boolean,
): readonly GlbChunk[] {
  const at = chunks.findIndex((chunk) => chunk.type === binChunk);
  const all = json.bufferViews ?? [];
  if (!gone.size) return chunks;
  const isHeld = at >= 0 && json.buffers?.[0]?.uri === undefined && !isFallback(json.buffers![0]!);
  if (!isHeld) {
    if (keepsPlaces) for (const index of gone) all[index] = { buffer: all[index]!.buffer, byteLength: 1 };
    return chunks;
  }
  const kept = all.flatMap((view, i) => (gone.has(i) ? [] : holdersOf(view)));
  const { parts, length: used } = packed(kept.filter(({ buffer }) => buffer === 0));
  // Another buffer after it keeps its number: the first stays, if with nothing in it.
  const length = keepsPlaces || json.buffers!.length > 1 ? Math.max(used, 4) : used;
  if (keepsPlaces) for (const index of gone) all[index] = { buffer: 0, byteLength: 1 };
  const { data } = chunks[at]!;
  const out = new Uint8Array(length);
  for (const part of parts) out.set(data.subarray(part.from, part.to), part.at);
  if (length) json.buffers![0]!.byteLength = length;
  else delete json.buffers;
  return chunks.flatMap((chunk, i) => (i !== at ? [chunk] : length ? [{ type: binChunk, data: out }] : []));
}

function holdersOf(view: GltfBufferView): Holder[] {
  const packed = Object.values(view.extensions ?? {}) as unknown as Partial<Holder>[];
  return [
    view,
    ...packed.filter(
      (one): one is Holder => typeof one?.buffer === 'number' && typeof one.byteLength === 'number',
    ),
  ];
}

interface Part {
  readonly from: number;
  to: number;
  readonly at: number;
}

/** Where the stretches go, one after another at 8 bytes as they were; views may share or overlap bytes: what overlaps stays one stretch. */
function packed(holders: readonly Holder[]): { parts: Part[]; length: number } {
  const parts: Part[] = [];
  const placed = new Map<Holder, number>();
  let length = 0;
  for (const holder of [...holders].sort((a, b) => (a.byteOffset ?? 0) - (b.byteOffset ?? 0))) {
    const from = holder.byteOffset ?? 0;
    const last = parts.at(-1);
    if (last && from < last.to) {
      placed.set(holder, last.at + from - last.from);
      const to = Math.max(last.to, from + holder.byteLength);
      length += to - last.to;
      last.to = to;
      continue;
    }
    length = Math.ceil(length / 8) * 8 + (from % 8);
    parts.push({ from, to: from + holder.byteLength, at: length });
    placed.set(holder, length);
    length += holder.byteLength;
  }
  for (const [holder, at] of placed) holder.byteOffset = at;
  return { parts, length };
}
