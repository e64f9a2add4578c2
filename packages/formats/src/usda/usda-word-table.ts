const decoder = new TextDecoder();
const slots = 4096;
const longest = 64;
const words: (string | undefined)[] = new Array<string | undefined>(slots).fill(undefined);

/**
 * A word of a layer as text. Types and names of properties come again with every prim: each is made once and looked up by its
 * bytes, so that a layer of a million statements does not make a million texts. The table has an end; what falls on the slot
 * of another takes its place.
 * @param hash of the bytes, of any kind that spreads them
 */
export function wordOf(bytes: Uint8Array, start: number, end: number, hash: number): string {
  if (end === start) return '';
  if (end - start > longest) return decoder.decode(bytes.subarray(start, end));
  const slot = (hash ^ (hash >>> 12)) & (slots - 1);
  const known = words[slot];
  if (known?.length === end - start && isSame(known, bytes, start)) return known;
  const made = makeWord(bytes, start, end);
  words[slot] = made;
  return made;
}
/** Only what is of plain letters is as long as its bytes. */
function isSame(known: string, bytes: Uint8Array, start: number): boolean {
  for (let i = 0; i < known.length; i++) if (known.charCodeAt(i) !== bytes[start + i]) return false;
  return true;
}
function makeWord(bytes: Uint8Array, start: number, end: number): string {
  let text = '';
  for (let i = start; i < end; i++) {
    if (bytes[i]! > 127) return decoder.decode(bytes.subarray(start, end));
    text += String.fromCharCode(bytes[i]!);
  }
  // As the key of an object it becomes the one text of its letters that the engine keeps, equal by being the same.
  return Object.keys({ [text]: 0 })[0]!;
}
