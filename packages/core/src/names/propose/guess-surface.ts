import { fromOwn, guess, type Asked, type GuessContext, type GuessRow } from './guess-row.js';
import type { SlotGuess } from './proposal.js';

/** The surface: the bound material says it, as far as the names that fit agree with theirs; else the name itself, else the twins. */
export function guessSurface(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const own = fromOwn(row, asked);
  const bound = context.habits.surfaceOf(row.object);
  const material = context.scene.materials[row.object.materials[0] ?? -1]?.name;
  const trust = context.habits.surfaceAgrees;
  if (bound !== null && (!asked.part.only || asked.part.only.includes(bound))) {
    if (own?.text === bound)
      return { ...own, confidence: 0.99, because: `${own.because}, and it is bound to ${material}` };
    const facts = trust.of >= 3 ? trust.expected : 0.9;
    const many = row.object.materials.length > 1 ? 0.1 : 0;
    const because = `it is bound to ${material}`;
    if (own)
      return guess(
        asked,
        bound,
        Math.max(0.5, Math.min(0.95, facts) - 0.04 - many),
        'material',
        `${because}, though its name says ${own.text}`,
        [{ text: own.text, because: own.because }],
      );
    return guess(asked, bound, Math.min(0.97, facts) - many, 'material', because);
  }
  if (own) return { ...own, confidence: Math.min(own.confidence, 0.92) };
  if (asked.part.optional) return guess(asked, '', 0.8, 'habit', 'no material says what it is made of');
  const partner = row.partner?.own.words.get(asked.slot.name);
  if (partner) return guess(asked, partner.wanted, 0.75, 'pair', `the one across is ${partner.wanted}`);
  return null;
}
