import { sure } from './confidence.js';
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
      return {
        ...own,
        confidence: sure.surface.ownAndBound,
        because: `${own.because}, and it is bound to ${material}`,
      };
    const facts = trust.of >= sure.any.enoughCases ? trust.expected : sure.surface.bound;
    const many = row.object.materials.length > 1 ? sure.surface.several : 0;
    const because = `it is bound to ${material}`;
    if (own)
      return guess(
        asked,
        bound,
        Math.max(sure.any.least, Math.min(sure.surface.mostAgainst, facts) - sure.surface.against - many),
        {
          reason: 'material',
          because: `${because}, though its name says ${own.text}`,
          alternatives: [{ text: own.text, because: own.because }],
        },
      );
    return guess(asked, bound, Math.min(sure.any.most, facts) - many, { reason: 'material', because });
  }
  if (own) return { ...own, confidence: Math.min(own.confidence, sure.surface.ownUnbound) };
  if (asked.part.optional)
    return guess(asked, '', sure.surface.leftOut, {
      reason: 'habit',
      because: 'no material says what it is made of',
    });
  const partner = row.partner?.own.words.get(asked.slot.name);
  if (partner)
    return guess(asked, partner.wanted, sure.surface.acrossSays, {
      reason: 'pair',
      because: `the one across is ${partner.wanted}`,
    });
  return null;
}
