import type { ErrorData } from '../../errors.js';
import { withoutCopyMarks } from '../default-names.js';
import type { CompiledConvention, PatternKey } from './compiled-convention.js';
import { joinTexts } from './join-slots.js';
import type { MisfitMessage } from './misfit-texts.js';
import { readName, type Misfit, type NameReading } from './read-name.js';
import { isNumber } from './slot-number.js';
import type { SlotSpan } from './slot-span.js';

/** What a name is held to, and what of: `kind` as people call it. */
export interface HeldTo {
  readonly convention: CompiledConvention;
  readonly key: PatternKey;
  readonly kind: string;
}
/** A misfit with what is said of it. */
export interface SaidMisfit {
  readonly message: MisfitMessage;
  /** What fills the texts of the message. */
  readonly data: ErrorData;
  readonly slot: string;
}

/**
 * What keeps a name from its pattern, in words that name the place: the first thing to put right. What is left of a copy
 * or of unfinished work is said as that and not as the words and numbers it is made of.
 * @param reading of the name, one that does not fit
 */
export function sayMisfit(held: HeldTo, name: string, reading: NameReading): SaidMisfit {
  const { convention, key, kind } = held;
  const bare = withoutCopyMarks(name);
  if (bare !== name && name.startsWith(bare)) {
    const read = readName(convention, key, bare);
    if (read.fits)
      return { message: 'left', data: { name, text: name.slice(bare.length), wanted: bare }, slot: '' };
    // A word in no list has a check of its own, which is not asked of a name that does not fit otherwise either.
    const first = firstOf(read.misfits);
    if (first.code !== 'unlisted') return sayOne(held, bare, read, first);
  }
  const { misfits } = reading;
  const missing = misfits.filter(({ code }) => code === 'missing');
  if (missing.length > 1) {
    const slots = listed(missing.map(({ slot }) => saidAs(slot)));
    return { message: 'many', data: { count: missing.length, slots, name, kind }, slot: missing[0]!.slot };
  }
  return sayOne(held, name, reading, firstOf(misfits));
}

/** A slot that lacks goes before what is wrong with the others: it is more to do. */
function firstOf(misfits: readonly Misfit[]): Misfit {
  return misfits.find(({ code }) => code === 'missing') ?? misfits[0]!;
}

/** One misfit of a reading. */
export function sayOne(held: HeldTo, name: string, reading: NameReading, misfit: Misfit): SaidMisfit {
  const { convention, kind } = held;
  const { slot, text, wanted } = misfit;
  const data = { name, kind, slot, said: saidAs(slot), text, wanted };
  const { slots } = reading;
  switch (misfit.code) {
    case 'missing': {
      const { rule, words } = convention.slots.get(slot)!;
      // A list and a number have an example; of a free word there is none.
      const hasExample = wanted !== slot || words.size > 0 || isNumber(rule);
      const example = hasExample ? exampleOf(convention, misfit) : '';
      return { message: hasExample ? 'missing' : 'wordless', data: { ...data, wanted: example }, slot };
    }
    case 'order': {
      const [late, early] = [slots.get(slot)!, slots.get(wanted)!];
      return {
        message: 'order',
        data: { ...data, other: saidAs(wanted), text: late.text, before: early.text },
        slot,
      };
    }
    case 'case': {
      const other = inside(slots, slot);
      if (other) return { message: 'apart', data: { ...data, ...other }, slot };
      return { message: 'case', data, slot };
    }
    case 'no-pattern':
      return { message: 'unasked', data, slot };
    case 'loose':
      return sayLoose(held, name, reading, data);
    default:
      return { message: misfit.code, data, slot };
  }
}

/** Words of one slot with another slot between them. */
function inside(slots: NameReading['slots'], slot: string): { other: string; between: string } | null {
  const own = slots.get(slot);
  if (!own) return null;
  for (const span of slots.values())
    if (span !== own && span.start > own.start && span.end < own.end)
      return { other: saidAs(span.slot), between: span.text };
  return null;
}

/** All slots are there: the first place where they are not joined as the pattern joins them. */
function sayLoose(
  { convention, key }: HeldTo,
  name: string,
  { slots, helper }: NameReading,
  data: ErrorData,
): SaidMisfit {
  const prefix = (helper && convention.helperPrefix(name)) || '';
  const asKind = helper ? 'helper' : key;
  const wanted = prefix + joinTexts(convention, asKind, (slot) => slots.get(slot)?.text);
  const parts = convention.pattern(asKind) ?? [];
  const spans = parts.flatMap(({ slot }) => slots.get(slot) ?? []);
  const told = { ...data, name, wanted };
  let last: SlotSpan | undefined;
  for (const span of spans) {
    const part = parts.find(({ slot }) => slot === span.slot)!;
    const { separator, humps } = convention.source;
    const sign = !last || humps || part.glued ? '' : (part.after ?? separator);
    const stands = name.slice(last?.end ?? prefix.length, span.start);
    if (last && stands !== sign) {
      const between = { before: last.text, after: span.text, text: quoted(stands), sign: quoted(sign) };
      return { message: 'between', data: { ...told, ...between }, slot: span.slot };
    }
    last = span;
  }
  const edges = [name.slice(prefix.length, spans[0]?.start ?? 0), name.slice(last?.end ?? 0)];
  const edge = edges.find((text) => text !== '');
  if (edge !== undefined && last) return { message: 'edge', data: { ...told, text: quoted(edge) }, slot: '' };
  const part = parts.find(
    (one) => slots.has(one.slot) && !convention.accepts(one, slots.get(one.slot)!.text),
  );
  const slot = part && convention.slots.get(part.slot)!;
  // Of humps the first begins small or with a capital.
  if (!slot && wanted !== name)
    return { message: 'case', data: { ...told, text: name }, slot: spans[0]?.slot ?? '' };
  if (!slot) return { message: 'strange', data: { ...told, text: name, said: 'whole' }, slot: '' };
  const { text } = slots.get(slot.name)!;
  const said = { ...told, slot: slot.name, said: saidAs(slot.name), text };
  const { digits } = slot.rule;
  if (digits === undefined) return { message: 'strange', data: said, slot: slot.name };
  return { message: 'wide', data: { ...said, count: text.length, digits }, slot: slot.name };
}

function quoted(text: string): string {
  return text === '' ? 'nothing' : /^ +$/.test(text) ? 'a space' : `"${text}"`;
}
function exampleOf({ slots }: CompiledConvention, { slot, wanted }: Misfit): string {
  const { rule, words } = slots.get(slot)!;
  if (wanted !== slot) return wanted;
  const [first] = words;
  if (first !== undefined) return first;
  if (rule.letters) return rule.letters === 'upper' ? 'A' : 'a';
  return (rule.prefix ?? '') + '1'.padStart(rule.digits ?? 1, '0');
}
/** A slot as sentences name it: "what" is no noun. */
function saidAs(slot: string): string {
  return slot === 'what' ? 'word for what it is' : slot;
}
function listed(items: readonly string[]): string {
  return items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)!}`;
}
