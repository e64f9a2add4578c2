import type { Span } from './usda-scanner.js';

/** Other bytes in place of some. */
export interface BytePatch extends Span {
  readonly put: string;
}

/** Puts texts in place of spans; spans do not overlap. What is not named stays byte for byte; without patches the very bytes. */
export function patchBytes(bytes: Uint8Array, patches: readonly BytePatch[]): Uint8Array {
  if (!patches.length) return bytes;
  const encoder = new TextEncoder();
  const inOrder = [...patches].sort((a, b) => a.start - b.start || a.end - b.end);
  const texts = inOrder.map(({ put }) => encoder.encode(put));
  const grown = inOrder.reduce((sum, { start, end }, i) => sum + texts[i]!.length - (end - start), 0);
  const out = new Uint8Array(bytes.length + grown);
  let from = 0;
  let to = 0;
  inOrder.forEach(({ start, end }, i) => {
    out.set(bytes.subarray(from, start), to);
    to += start - from;
    out.set(texts[i]!, to);
    to += texts[i]!.length;
    from = end;
  });
  out.set(bytes.subarray(from), to);
  return out;
}
