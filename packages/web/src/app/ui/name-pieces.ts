export interface NamePiece {
  readonly text: string;
  /** A character that names should not have; spaces and unseen ones are drawn as a mark. */
  readonly bad: boolean;
}
const plain = /[A-Za-z0-9_]+/g;

/** A name in pieces for drawing: what is unseen becomes visible, and nothing is ever markup. */
export function namePieces(name: string, most = 120): NamePiece[] {
  const shown = name.length > most ? `${name.slice(0, most)}…` : name;
  const pieces: NamePiece[] = [];
  let at = 0;
  for (const match of shown.matchAll(plain)) {
    if (match.index > at) pieces.push(bad(shown.slice(at, match.index)));
    pieces.push({ text: match[0], bad: false });
    at = match.index + match[0].length;
  }
  if (at < shown.length) pieces.push(bad(shown.slice(at)));
  return pieces;
}
function bad(text: string): NamePiece {
  return { text: text.replace(/\s/gu, '·').replace(/[\p{Cc}\p{Cf}]/gu, '␣'), bad: text !== '…' };
}
