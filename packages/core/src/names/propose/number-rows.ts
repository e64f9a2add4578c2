import { sure } from './confidence.js';
import { readNumber, writeNumber } from '../slots/slot-number.js';
import { guess, type Asked, type GuessContext, type GuessRow } from './guess-row.js';
import type { SlotGuess } from './proposal.js';

interface Member {
  readonly row: GuessRow;
  readonly asked: Asked;
  value: number | null;
  sure: number;
  because: string;
  reason: SlotGuess['reason'];
}

/** What tells the families of names and their numbers. */
export interface NumberedBy {
  /** The slot of a row that is a number; null: it has none. */
  readonly askedOf: (row: GuessRow) => Asked | null;
  /** A name without its number; null: not all of it is known. */
  readonly base: (row: GuessRow) => string | null;
  /** Numbers of names that nobody asked about, by what the name is without its own. */
  readonly taken: ReadonlyMap<string, ReadonlySet<number>>;
}

/**
 * Numbers, once everything else is known: things of one name are one family, numbered once. A number that stands in a
 * name is kept while it is free; the one across gives its own; what is left is counted on in tree order.
 */
export function numberRows(
  context: GuessContext,
  rows: readonly GuessRow[],
  { askedOf, base, taken }: NumberedBy,
): void {
  const families = new Map<string, Member[]>();
  for (const row of rows) {
    const asked = askedOf(row);
    const key = asked && base(row);
    if (!key) continue;
    const member: Member = { row, asked: asked, value: null, sure: 0, because: '', reason: 'number' };
    const known = families.get(key);
    if (known) known.push(member);
    else families.set(key, [member]);
  }
  const used = new Map([...families.keys()].map((key) => [key, new Set(taken.get(key))] as const));
  for (const [key, members] of families) {
    pin(members, used.get(key)!);
    keepOwn(members, used.get(key)!);
  }
  const byRow = new Map(
    [...families].flatMap(([key, list]) => list.map((one) => [one.row, { key, one }] as const)),
  );
  for (const { key, one } of byRow.values()) fromPartner(one, used.get(key)!, byRow);
  for (const [key, members] of families) countOn(context, members, used.get(key)!);
}

function start({ slot }: Asked): number {
  return slot.rule.start ?? 1;
}
function settle(
  member: Member,
  value: number,
  sure: number,
  { reason, because }: Pick<SlotGuess, 'reason' | 'because'>,
): void {
  Object.assign(member, { value, sure, reason, because });
  const { row, asked } = member;
  const text = writeNumber(asked.slot.rule, value);
  row.guesses.set(asked.slot.name, guess(asked, text, sure, { reason, because }));
}

/** Names that stay have the numbers they have; one without a number stands where the first would. */
function pin(members: readonly Member[], used: Set<number>): void {
  for (const member of members) {
    if (!member.row.keeps) continue;
    const { row, asked } = member;
    const word = row.own.words.get(asked.slot.name);
    const value = word ? readNumber(asked.slot.rule, word.text) : null;
    used.add(value ?? start(asked));
    const because = word ? `its name says "${word.text}"` : 'its name fits without one';
    // Where others of its name are numbered, one without may have lost its number.
    const isTheOne = members.length === 1 && used.size === 1;
    const kept = word || isTheOne ? sure.number.kept : sure.number.keptBare;
    row.guesses.set(asked.slot.name, guess(asked, word?.text ?? '', kept, { reason: 'own', because }));
    Object.assign(member, { value: value ?? start(asked), sure: kept, reason: 'own', because });
  }
}

/** Names that fit keep their numbers first, then every number that stands in a name and is free, in tree order. */
function keepOwn(members: readonly Member[], used: Set<number>): void {
  const own = ({ row, asked }: Member): { text: string; value: number } | null => {
    const word = row.own.words.get(asked.slot.name);
    const value = word ? readNumber(asked.slot.rule, word.wanted) : null;
    return value === null ? null : { text: word!.text, value };
  };
  for (const fits of [true, false]) {
    for (const member of members) {
      const number = own(member);
      if (!number || member.row.keeps || member.row.own.fits !== fits || (!fits && member.row.own.copied))
        continue;
      if (number.value < start(member.asked) || used.has(number.value)) continue;
      used.add(number.value);
      settle(member, number.value, fits ? sure.number.ownFits : sure.number.own, {
        reason: 'own',
        because: `its name says "${number.text}"`,
      });
    }
  }
}

function fromPartner(
  member: Member,
  used: Set<number>,
  byRow: ReadonlyMap<GuessRow, { readonly key: string; readonly one: Member }>,
): void {
  const partner = member.row.partner;
  const across = partner && byRow.get(partner)?.one;
  if (member.value !== null || !across || across.value === null || used.has(across.value)) return;
  const told = across.row.guesses.get(across.asked.slot.name)!.text;
  if (!told) {
    if (!member.asked.part.optional) return;
    used.add(across.value);
    Object.assign(member, { value: across.value });
    const because = 'the one across has none';
    member.row.guesses.set(
      member.asked.slot.name,
      guess(member.asked, '', Math.min(across.sure, sure.number.across), { reason: 'pair', because }),
    );
    return;
  }
  used.add(across.value);
  settle(member, across.value, Math.min(across.sure, sure.number.across), {
    reason: 'pair',
    because: `the one across is ${across.row.guesses.get(across.asked.slot.name)!.text}`,
  });
}

function countOn({ habits }: GuessContext, members: readonly Member[], used: Set<number>): void {
  const open = members.filter((member) => member.value === null);
  if (!open.length) return;
  const first = open[0]!;
  if (members.length === 1 && !used.size) {
    if (first.asked.part.optional) {
      const text = 'there is only one of it';
      first.row.guesses.set(
        first.asked.slot.name,
        guess(first.asked, '', sure.number.onlyBare, { reason: 'number', because: text }),
      );
    } else
      settle(first, start(first.asked), sure.number.onlyFirst, {
        reason: 'number',
        because: 'it is the first of its name',
      });
    return;
  }
  const inOrder =
    habits.treeOrder.of >= sure.any.enoughCases ? habits.treeOrder.expected : sure.number.inOrder;
  // Where none of its name has a number, what tells them apart may be something else: a side, a place.
  const isNew = !used.size && first.asked.part.optional === true;
  let before = start(first.asked) - 1;
  for (const member of members) {
    if (member.value !== null) {
      before = member.value;
      continue;
    }
    let value = before + 1;
    const follows = !used.has(value);
    if (!follows) value = smallestFree(used, start(member.asked));
    used.add(value);
    before = value;
    const counted =
      Math.min(sure.number.mostInOrder, inOrder) *
      (follows ? 1 : sure.number.firstFree) *
      (isNew ? sure.number.nobodyNumbered : 1);
    settle(member, value, counted, {
      reason: 'number',
      because: follows ? 'it is the next of its name in the tree' : 'it is the first number free',
    });
  }
}

function smallestFree(used: ReadonlySet<number>, from: number): number {
  let value = from;
  while (used.has(value)) value++;
  return value;
}
