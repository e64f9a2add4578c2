import type { Piece, Sample } from './samples.js';

const sides = 'LR';
const places = 'FBTU';

/** Sides and places written as one word, `LF`, are two pieces where both sides come with places so. */
export function splitJoined(samples: readonly Sample[]): readonly Sample[] {
  const found = new Set<string>();
  for (const { pieces } of samples)
    for (const { text } of pieces)
      if (isJoined(text, sides, places) || isJoined(text, places, sides)) found.add(text);
  const both = [...sides].every((side) => [...found].some((text) => text.includes(side)));
  if (!both) return samples;
  for (const sample of samples)
    if (sample.pieces.some(({ text }) => found.has(text)))
      (sample as { pieces: readonly Piece[] }).pieces = sample.pieces.flatMap((piece) =>
        found.has(piece.text)
          ? [
              { text: piece.text[0]!, sign: piece.sign },
              { text: piece.text[1]!, sign: '' },
            ]
          : [piece],
      );
  return samples;
}
const isJoined = (text: string, first: string, second: string): boolean =>
  text.length === 2 && first.includes(text[0]!) && second.includes(text[1]!);
