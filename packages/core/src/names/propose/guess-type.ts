import { sure } from './confidence.js';
import { fromOwn, guess, type Asked, type GuessContext, type GuessRow } from './guess-row.js';
import type { SlotGuess } from './proposal.js';

/** The type: its pattern allows one word, or its own name picks among several. */
export function guessType(_: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const allowed = asked.part.only ?? [...asked.slot.words];
  const own = fromOwn(row, asked);
  if (own && allowed.includes(own.text)) return { ...own, confidence: sure.type.ownListed };
  const kind = row.key.startsWith('special') ? row.object.kind : row.key;
  if (allowed.length === 1)
    return guess(asked, allowed[0]!, sure.type.onlyOne, {
      reason: 'kind',
      because: `a ${kind} is ${allowed[0]}`,
    });
  const meant = [...(asked.slot.rule.words ?? [])].find(
    (word) => word.means === kind && allowed.includes(word.word),
  );
  if (meant)
    return guess(asked, meant.word, sure.type.meansKind, {
      reason: 'kind',
      because: `a ${kind} is ${meant.word}`,
    });
  return asked.part.optional
    ? guess(asked, '', sure.type.leftOut, { reason: 'habit', because: 'nothing says what type it is' })
    : null;
}

/** A slot of the studio's own: its name says it, or nothing does. */
export function guessOther({ habits }: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const own = fromOwn(row, asked);
  if (own) return own;
  const like = habits.textByShape(asked.slot.name, row.object);
  if (like && like.count * 10 >= like.of * 9 && (like.text || asked.part.optional)) {
    const because = `${like.count} of ${like.of} of the same shape have ${like.text || 'none'}`;
    return guess(asked, like.text, like.of > 1 ? sure.type.ofShape : sure.type.ofOneShape, {
      reason: 'twins',
      because,
    });
  }
  const all = habits.textByShape(asked.slot.name, null);
  if (all && all.of >= 4 && all.count * 10 >= all.of * 9 && all.text)
    return guess(asked, all.text, sure.type.ofAll, {
      reason: 'habit',
      because: `${all.count} of ${all.of} names have it`,
    });
  if (all?.text && !asked.part.optional)
    return guess(asked, all.text, Math.min(sure.type.mostOfMany, all.count / all.of), {
      reason: 'habit',
      because: `${all.count} of ${all.of} names have it`,
    });
  if (asked.part.only?.length === 1 && !asked.part.optional)
    return guess(asked, asked.part.only[0]!, sure.type.onlyAllowed, {
      reason: 'kind',
      because: `only ${asked.part.only[0]} may stand here`,
    });
  return asked.part.optional
    ? guess(asked, '', sure.any.leftOut, { reason: 'habit', because: 'its name does not say one' })
    : null;
}
