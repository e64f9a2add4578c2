import { sure } from './confidence.js';
import { isDefaultName } from '../default-names.js';
import { slotText } from '../slots/read-name.js';
import { writeWords } from '../slots/slot-words.js';
import { splitWords } from '../split-words.js';
import type { Lexicon } from '../lexicon/lexicon.js';
import { isWord, leastLetters, meantBy, partRun, spokenLexicon } from '../lexicon/speaks-english.js';
import { inCapitalsOf } from '../swap-word.js';
import { nearUsed } from '../slips.js';
import { isPlural, nearCommon } from '../vocabulary.js';
import { editDistance } from '../slots/near-word.js';
import { guess, type Asked, type GuessContext, type GuessRow } from './guess-row.js';
import type { OwnWord } from './own-words.js';
import { highConfidence, type Alternative, type SlotGuess } from './proposal.js';

/**
 * What it is: its own words, slips put right; where they say nothing, what things of the same shape are called, then the
 * one across, then its shape's name, then what it hangs under.
 */
export function guessWhat(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const made = whatOf(context, row, asked);
  // What other scenes of the project say is said of this project's convention.
  if (!made || context.habits.fitting || made.reason === 'library') return made;
  // A scene of which no name follows the convention may well follow another.
  const because = `${made.because}, though no name of this scene follows the convention`;
  return { ...made, because, confidence: Math.min(made.confidence, sure.what.ofStrangers) };
}

function whatOf(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const own = ownWhat(context, row, asked);
  const others = fromOthers(context, row, asked);
  const best = others[0] ?? null;
  if (!own) {
    if (!best)
      return asked.part.optional
        ? guess(asked, '', sure.what.leftOut, {
            reason: 'habit',
            because: 'its name does not say what it is',
          })
        : null;
    return { ...best, alternatives: others.slice(1).map(toAlternative) };
  }
  const said: Alternative = toAlternative(own);
  const slip = slipOf(context, row, own, others);
  if (slip) return { ...slip, alternatives: [said, ...own.alternatives] };
  const twins = others.find((one) => one.reason === 'twins' || one.reason === 'pair');
  if (
    twins &&
    twins.text !== own.text &&
    !row.own.fits &&
    twins.confidence >= highConfidence &&
    isTheirs(context, row, own.text)
  )
    return {
      ...twins,
      confidence: sure.what.twinsAgainst,
      because: `${twins.because}, and only they are called ${own.text}`,
      alternatives: [said],
    };
  // A word of its own, nearly what its likes have: either may be the slip.
  const isNear =
    own.reason !== 'near' &&
    others.some(
      ({ text, reason }) =>
        reason !== 'parent' &&
        // What is said elsewhere makes nothing here less sure.
        reason !== 'library' &&
        text !== own.text &&
        editDistance(text.toLowerCase(), own.text.toLowerCase(), 2) <= 2,
    );
  return {
    ...own,
    confidence:
      isNear && rarest(context.counts, own.text) <= 1
        ? Math.min(own.confidence, sure.what.loneNear)
        : own.confidence,
    alternatives: [...own.alternatives, ...others.filter((one) => one.text !== own.text).map(toAlternative)],
  };
}
/**
 * Its own word is what its likes are called but for a letter, or but for capitals: then it is a slip, as long as the
 * word itself is rarer.
 */
function slipOf(
  { habits, counts }: GuessContext,
  row: GuessRow,
  own: SlotGuess,
  others: readonly SlotGuess[],
): SlotGuess | null {
  const low = own.text.toLowerCase();
  const cased = habits.writtenAs(own.text);
  if (cased && !row.own.fits)
    return {
      ...own,
      text: cased,
      confidence: sure.what.otherCapitals,
      because: `${own.because}, written ${cased} elsewhere`,
    };
  if (low.length < 4) return null;
  for (const other of others) {
    const there = other.text.toLowerCase();
    const isRight = other.confidence >= highConfidence;
    if (there === low && other.text !== own.text && !row.own.fits && isRight)
      return { ...other, confidence: sure.what.capitalsOfLikes };
    if (other.reason === 'parent' || there.length < 4 || isPlural(low, there)) continue;
    const most = Math.min(low.length, there.length) >= 8 ? 2 : 1;
    const apart = editDistance(low, there, most);
    const rarer = rarest(counts, own.text) * 2 <= rarest(counts, other.text);
    if (apart === 0 || apart > most || !rarer) continue;
    return {
      ...other,
      confidence: sure.what.slipOfLikes,
      reason: 'near',
      because: `"${own.text}" is nearly "${other.text}": ${other.because}`,
    };
  }
  return null;
}

/** How often the rarest word of a text stands in the names of the scene. */
export function rarest(counts: ReadonlyMap<string, number>, text: string): number {
  return Math.min(...splitWords(text).map((word) => counts.get(word.text.toLowerCase()) ?? 0));
}

/** Whether a word that no fitting name uses is what several of this shape, and nothing else, are called. */
function isTheirs({ habits, counts }: GuessContext, row: GuessRow, text: string): boolean {
  const words = splitWords(text);
  if (words.length !== 1 || habits.wordUsed(text) > 0) return false;
  const used = counts.get(text.toLowerCase()) ?? 0;
  return used > 1 && habits.sameShapeUsing(row.object, text.toLowerCase()) === used;
}
const toAlternative = ({ text, because }: SlotGuess): Alternative => ({ text, because });

/** What is known of the words of a language, where a scene speaks one. */
type Spoken = Lexicon | null;
const isLong = (text: string): boolean => text.length >= leastLetters;
/** Whether a text is letters and no word of the language that the scene speaks. */
const isStrange = (lexicon: Spoken, text: string): boolean =>
  lexicon !== null && isLong(text) && /^[A-Za-z]+$/.test(text) && !isWord(lexicon, text);

/** Words of a name read as what they were meant to be. */
interface Corrected {
  /** As it stands, or as it was meant. */
  readonly right: readonly string[];
  /** What was a slip of what, in words; none: nothing was. */
  readonly slips: readonly string[];
  /** How sure the least sure of them is. */
  readonly least: number;
  /** Words that are none of the language, and of which nobody can say what was meant. */
  readonly strange: number;
}
function corrected(
  { counts, habits }: GuessContext,
  lexicon: Spoken,
  parts: readonly { readonly text: string }[],
  fits: boolean,
): Corrected {
  const slips: string[] = [];
  let least = 1;
  let strange = 0;
  const right = parts.map(({ text }) => {
    const isUsed = habits.wordUsed(text) > 1 && !isStrange(lexicon, text);
    const near = isUsed ? null : (nearCommon(counts, text) ?? nearUsed(counts, lexicon, text.toLowerCase()));
    if (!near && lexicon && (counts.get(text.toLowerCase()) ?? 0) <= 2) {
      const meant = meantBy(lexicon, text);
      if (meant.length === 1 && text.length >= 6) {
        least = Math.min(least, sure.what.meantWord);
        slips.push(`"${text}" is no word; the nearest is "${meant[0]!}"`);
        return inCapitalsOf(text, meant[0]!);
      }
      if (isStrange(lexicon, text)) strange++;
    }
    // What is a word itself is no slip of another; what is none, surely.
    const isSure = near?.sure === true || isStrange(lexicon, text);
    if (!near || (!isSure && (fits || lexicon?.has(text)))) return text;
    least = Math.min(least, isSure ? sure.what.slipSure : sure.what.slipUnsure);
    slips.push(`"${text}" is nearly "${near.word}", used ${near.used} times`);
    return near.word;
  });
  return { right, slips, least, strange };
}

function ownWhat(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const { scene, counts, habits } = context;
  const lexicon = spokenLexicon(scene);
  const word = row.own.words.get(asked.slot.name);
  if (!word) return spelledElsewhere(habits, row, asked);
  const parts = splitWords(word.wanted);
  const because = `its name says "${word.text}"`;
  if (
    row.own.fits &&
    habits.whats.counts.get(word.wanted)! > 1 &&
    !parts.some(({ text }) => isStrange(lexicon, text) && nearUsed(counts, lexicon, text.toLowerCase()))
  )
    return guess(asked, word.wanted, sure.what.ownRight, { reason: 'own', because });
  const { right, slips, least, strange } = corrected(context, lexicon, parts, row.own.fits);
  if (slips.length)
    return guess(asked, writeWords(right, asked.slot.rule), least, {
      reason: 'near',
      because: slips.join(', '),
      alternatives: [{ text: word.wanted, because: 'as its name has it' }],
    });
  if (strange)
    return guess(asked, word.wanted, sure.what.ofStrangeWords, {
      reason: 'own',
      because: `${because}, which is no word that is known`,
    });
  if (row.own.fits) return guess(asked, word.wanted, sure.what.ownFits, { reason: 'own', because });
  return unfitWhat(context, asked, word, lexicon);
}

/** What a name that does not fit says of what a thing is, in words that are no slips. */
function unfitWhat(
  { habits, convention }: GuessContext,
  asked: Asked,
  word: OwnWord,
  lexicon: Spoken,
): SlotGuess {
  const parts = splitWords(word.wanted);
  const because = `its name says "${word.text}"`;
  const run = parts.length === 1 ? runOf(lexicon, word.text, asked, habits) : null;
  if (run) {
    const isListed = run.some((one) => [...convention.slots.values()].some((slot) => slot.spelled.has(one)));
    return guess(asked, writeWords(run, asked.slot.rule), isListed ? sure.what.runListed : sure.what.run, {
      reason: 'own',
      because: `${because}, which is ${run.join(' and ')}`,
    });
  }
  const isKnown = (text: string): boolean =>
    habits.wordUsed(text) > 0 || (lexicon !== null && isLong(text) && isWord(lexicon, text));
  const known = parts.filter(({ text }) => isKnown(text)).length;
  // Several words of which some are known elsewhere as another slot's, or left over, are less sure.
  const { allKnown, oneWord, twoWords, moreWords } = sure.what;
  const some = parts.length === 1 ? oneWord : parts.length === 2 ? twoWords : moreWords;
  const told = known === parts.length ? allKnown : some;
  // One long run of letters, where humps part words, may be several.
  const isRun =
    convention.source.humps && parts.length === 1 && word.text.length > 8 && !/[a-z][A-Z]/.test(word.text);
  return guess(asked, word.wanted, isRun && known === 0 ? sure.what.unknownRun : told, {
    reason: 'own',
    because,
  });
}

/** `SIDERAIL`, where names have humps, is two words; null: it is one, or nobody knows. */
function runOf(
  lexicon: Lexicon | null,
  text: string,
  { slot }: Asked,
  habits: GuessContext['habits'],
): readonly string[] | null {
  const isHumped = slot.rule.case === 'camel' || slot.rule.case === 'pascal' || slot.rule.case === undefined;
  if (!lexicon || !isHumped || !/^[A-Z]{6,}$/.test(text) || habits.wordUsed(text) > 0) return null;
  return partRun(lexicon, text);
}

/** `window` is a spelling of glass, but where things are called window it may well be what this one is. */
function spelledElsewhere(habits: GuessContext['habits'], row: GuessRow, asked: Asked): SlotGuess | null {
  for (const { text, how } of row.own.words.values()) {
    const low = writeWords([text], asked.slot.rule);
    if (how === 'spelling' && text.length > 3 && (habits.whats.counts.get(low) ?? 0) > 0)
      return guess(asked, low, sure.what.asOthers, {
        reason: 'own',
        because: `its name says "${text}", as others are called`,
      });
  }
  return null;
}

function fromOthers(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess[] {
  const { habits, scene } = context;
  const found: SlotGuess[] = [];
  const add = (text: string, confidence: number, reason: SlotGuess['reason'], because: string): void => {
    if (!text) return;
    const at = found.findIndex((one) => one.text === text);
    if (at < 0) found.push(guess(asked, text, confidence, { reason, because }));
    // Two sources of one word: the surer one speaks.
    else if (found[at]!.confidence < confidence)
      found[at] = guess(asked, text, confidence, { reason, because });
  };
  const partner = row.partner?.own;
  const across = partner?.words.get(asked.slot.name);
  if (across && partner!.fits)
    add(across.wanted, sure.what.acrossFits, 'pair', `the one across is called ${across.wanted}`);
  const called = habits.calledByShape(row.object);
  if (called) {
    const agreed = called.count / called.of;
    const many = called.count === 1 ? 'one' : `${called.count}`;
    add(
      called.text,
      agreed * (called.of > 1 ? sure.what.ofShape : sure.what.ofOneShape),
      'twins',
      `${many} of the same shape ${called.count === 1 ? 'is' : 'are'} called ${called.text}`,
    );
  }
  const elsewhere = shapeElsewhere(context, row, asked);
  // Its own scene goes before others.
  if (elsewhere)
    add(
      elsewhere.text,
      called ? Math.min(elsewhere.sure, sure.what.belowOwnScene) : elsewhere.sure,
      'library',
      elsewhere.because,
    );
  if (across) add(across.wanted, sure.what.acrossAny, 'pair', `the one across is called ${across.text}`);
  const shape = row.object.shape === null ? null : scene.shapes[row.object.shape]!.name;
  if (shape && !isDefaultName(shape)) {
    const text = shapeWhat(context, asked, shape);
    const trust = habits.shapeAgrees;
    if (text)
      add(
        text,
        Math.min(
          sure.what.mostShapeName,
          trust.of >= sure.any.enoughCases ? trust.expected : sure.what.shapeName,
        ),
        'shape',
        `its shape is called "${shape}"`,
      );
  }
  const parent = row.object.parent === null ? null : scene.get(row.object.parent);
  const above = parent && habits.readings.get(parent.id);
  const what = above && slotText(above.reading, asked.slot.name);
  if (what && above.reading.fits) {
    const only = parent.children.length === 1;
    add(what, only ? sure.what.onlyChild : sure.what.child, 'parent', `it hangs under ${parent.name}`);
  }
  return found.sort((a, b) => b.confidence - a.confidence);
}

/** What other scenes call things of its shape. One thing alone may be called anything; a box may stand for many things. */
function shapeElsewhere({ scene, known }: GuessContext, { object }: GuessRow, { slot }: Asked) {
  const digest = object.shape === null ? undefined : scene.shapes[object.shape]!.digest;
  const told = digest === undefined ? undefined : known?.shapes.get(digest);
  if (!told) return null;
  const words = splitWords(told.text).map((word) => word.text);
  const many = told.count === 1 ? 'one of the same shape is' : `${told.count} of the same shape are`;
  return {
    text: writeWords(words, slot.rule),
    sure: (told.count / told.of) * (told.count > 1 ? sure.what.elsewhere : sure.what.elsewhereOne),
    because: `${many} called ${told.text} in ${told.scene}`,
  };
}

/** The words of a shape's name that are no side, surface, number or type; remembered, as many objects have one shape. */
function shapeWhat(context: GuessContext, { slot }: Asked, shape: string): string {
  let bySlot = shapeWhats.get(context);
  if (!bySlot) shapeWhats.set(context, (bySlot = new Map<string, Map<string, string>>()));
  let known = bySlot.get(slot.name);
  if (!known) bySlot.set(slot.name, (known = new Map<string, string>()));
  let text = known.get(shape);
  if (text === undefined) {
    const listed = [...context.convention.slots.values()].filter((one) => one.words.size);
    const words = splitWords(shape)
      .map((word) => word.text)
      .filter((word) => !/^\d+$/.test(word) && !/^(?:shape|mesh|geometry|data)$/i.test(word))
      .filter(
        (word, i, all) => all.length === 1 || !listed.some((one) => one.spelled.has(word.toLowerCase())),
      );
    known.set(shape, (text = writeWords(words, slot.rule)));
  }
  return text;
}
const shapeWhats = new WeakMap<GuessContext, Map<string, Map<string, string>>>();
