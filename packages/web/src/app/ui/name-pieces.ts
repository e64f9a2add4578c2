/** A stretch of a name, plain or to be marked. */
export interface NamePiece {
  readonly text: string;
  /** A character that names should not have; spaces and unseen ones are drawn as a mark. */
  readonly bad: boolean;
}
const plain = /[A-Za-z0-9_]+/g;

/**
 * A name in pieces for drawing: what is unseen becomes visible, and nothing is ever markup.
 * @param signs characters that names may have besides letters, digits and underscore
 */
export function namePieces(name: string, signs = '', most = 120): NamePiece[] {
  const shown = name.length > most ? `${name.slice(0, most)}…` : name;
  const pieces: NamePiece[] = [];
  let at = 0;
  for (const match of shown.matchAll(signs ? withSigns(signs) : plain)) {
    if (match.index > at) pieces.push(bad(shown.slice(at, match.index)));
    pieces.push({ text: match[0], bad: false });
    at = match.index + match[0].length;
  }
  if (at < shown.length) pieces.push(bad(shown.slice(at)));
  return pieces;
}
const known = new Map<string, RegExp>();
function withSigns(signs: string): RegExp {
  let made = known.get(signs);
  if (!made) {
    const each = [...new Set(signs)].map((one) => `\\u{${one.codePointAt(0)!.toString(16)}}`).join('');
    known.set(signs, (made = new RegExp(`[A-Za-z0-9_${each}]+`, 'gu')));
  }
  return made;
}
function bad(text: string): NamePiece {
  return { text: text.replace(/\s/gu, '·').replace(/[\p{Cc}\p{Cf}]/gu, '␣'), bad: text !== '…' };
}
