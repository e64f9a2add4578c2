import { joinPieces, type NamePiece } from './truth.js';

/** Names that are nearly right: each breaks one thing of its habit. Null where it cannot. */
export const nearMisses: Readonly<Record<string, (pieces: readonly NamePiece[]) => string | null>> = {
  'another sign': (pieces) => {
    const signs = new Set(pieces.slice(1).map((one) => one.sign));
    const other = signs.has('-') ? '_' : '-';
    const swapped = pieces.map((one) => ({ ...one, sign: one.sign && other }));
    return [...signs].some(Boolean) ? joinPieces(swapped) : null;
  },
  'order turned': (pieces) => {
    if (pieces.length < 3) return null;
    const [first, ...rest] = pieces;
    return joinPieces([...rest, { ...first!, sign: rest[0]!.sign || '_' }]);
  },
  'a word misspelled': (pieces) => {
    const at = pieces.findIndex(({ role, text }) => role !== 'what' && role !== 'number' && text.length > 2);
    if (at < 0) return null;
    const { text } = pieces[at]!;
    return joinPieces(
      pieces.map((one, i) => (i === at ? { ...one, text: `${text.slice(0, -2)}${text.at(-1)}q` } : one)),
    );
  },
  'a sign doubled': (pieces) =>
    pieces.length > 1 && pieces[1]!.sign
      ? joinPieces(pieces.map((one, i) => (i === 1 ? { ...one, sign: one.sign + one.sign } : one)))
      : null,
  'a digit lost': (pieces) =>
    pieces.some(({ role, text }) => role === 'number' && /^0\d/.test(text))
      ? joinPieces(pieces.map((one) => (one.role === 'number' ? { ...one, text: one.text.slice(1) } : one)))
      : null,
  'a blank at its end': (pieces) => `${joinPieces(pieces)} `,
  'the type lost': (pieces) =>
    pieces.some(({ role }) => role === 'type') && pieces.length > 2
      ? joinPieces(pieces.filter(({ role }) => role !== 'type'))
      : null,
};
