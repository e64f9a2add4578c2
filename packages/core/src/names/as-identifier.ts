import { transliterate } from 'transliteration';

/** A text in Latin letters: other scripts, accents and ligatures transliterated, what nobody sees left out; signs stay. */
export function inLatin(text: string): string {
  if (/^[\x20-\x7e]*$/.test(text)) return text;
  return transliterate(text.replace(/\p{Cf}/gu, '').normalize('NFC'));
}

/**
 * A text in plain letters and digits, as an identifier: in Latin letters (so `straße` is `strasse`), without apostrophes,
 * every run of other signs one `join`, ends trimmed, no digit at the beginning. Empty when nothing of it can be written so.
 * @param keep signs that may stand beside letters, digits and the underscore
 */
export function asIdentifier(text: string, join = '_', keep = ''): string {
  const letters = [...inLatin(text).trim()].filter((one) => keep.includes(one) || !/['’]/.test(one));
  const written = letters
    .map((one) => (/[A-Za-z0-9_]/.test(one) || keep.includes(one) ? one : '\0'))
    .join('');
  const bare = trimmed(written.replace(/\0+/g, join), `${keep}_${join}`);
  return /^[0-9]/.test(bare) ? `n${bare}` : bare;
}

function trimmed(text: string, ends: string): string {
  let [from, to] = [0, text.length];
  while (from < to && ends.includes(text[from]!)) from++;
  while (to > from && ends.includes(text[to - 1]!)) to--;
  return text.slice(from, to);
}
