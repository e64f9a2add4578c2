import { splitWords, type Word } from '../split-words.js';
import { type CompiledConvention, type CompiledPattern, type PatternKey } from './compiled-convention.js';
import { fitAlmost, spansOf } from './fit-almost.js';
import { nearListed, nearWord } from './near-word.js';
import { joinTexts } from './join-slots.js';
import { isDigits, writeNumber } from './slot-number.js';
import { writeWords } from './slot-words.js';
import type { SlotSpan } from './slot-span.js';

/** How a name leaves its pattern. */
export type MisfitCode =
  'no-pattern' | 'missing' | 'order' | 'spelling' | 'near' | 'unlisted' | 'case' | 'digits' | 'loose';

/** One thing that keeps a name from its pattern. `slot` says where, `wanted` what would be right. */
export interface Misfit {
  readonly code: MisfitCode;
  readonly slot: string;
  readonly text: string;
  readonly wanted: string;
}
/** A name by a pattern: what stands in each slot, and where it leaves it. */
export interface NameReading {
  readonly fits: boolean;
  /** Whether the helper prefix was found; the slots then are those of the helper pattern. */
  readonly helper: boolean;
  /** The slots of a name that fits; else the best guess from its words. */
  readonly slots: ReadonlyMap<string, SlotSpan>;
  readonly misfits: readonly Misfit[];
}

/** Reads a name by a pattern. Linear in the name: one fit, and for a misfit one pass over its words. */
export function readName(convention: CompiledConvention, key: PatternKey, name: string): NameReading {
  const prefix = convention.helperPrefix(name);
  const asKind = prefix ? 'helper' : key;
  const from = prefix?.length ?? 0;
  const pattern = convention.compiled(asKind);
  if (pattern?.regex && !prefix) {
    const texts = pattern.regex.regex.exec(name);
    if (texts) return new QuickReading(name, pattern.regex.slots, texts);
  } else {
    const places = pattern && pattern.fit.fit(name, from);
    if (places) {
      const slots = bySlot(spansOf(pattern.parts, name, places));
      return { fits: true, helper: prefix !== null, slots, misfits: none };
    }
  }
  const helper = prefix !== null;
  const almost = fitAlmost(convention, asKind, name, from);
  if (almost) return { fits: false, helper, ...oddOne(convention, asKind, almost) };
  const whole = wholeWord(convention, asKind, name);
  if (whole) return { fits: false, helper, ...whole };
  const guess = new Guess(convention, asKind);
  const words = splitWords(prefix ? ' '.repeat(prefix.length) + name.slice(prefix.length) : name);
  guess.expect(words);
  words.forEach((word, i) => guess.take(word, words[i + 1]));
  return { fits: false, helper: prefix !== null, slots: guess.slots, misfits: guess.misfits(name) };
}

/** A name that fits, its slots put together only when somebody asks for them. */
class QuickReading implements NameReading {
  readonly fits = true;
  readonly helper = false;
  readonly misfits: readonly Misfit[] = none;
  #slots: Map<string, SlotSpan> | null = null;
  constructor(
    readonly name: string,
    readonly names: readonly string[],
    readonly texts: readonly (string | undefined)[],
  ) {}
  get slots(): ReadonlyMap<string, SlotSpan> {
    return (this.#slots ??= bySlot(this.#spans()));
  }
  spanOf(slot: string): SlotSpan | undefined {
    const last = this.#spans(slot).at(-1);
    return last?.slot === slot ? last : undefined;
  }
  /** From the first on, up to a slot or all. */
  #spans(until?: string): SlotSpan[] {
    const spans: SlotSpan[] = [];
    let from = 0;
    for (let i = 0; i < this.names.length; i++) {
      const slot = this.names[i]!;
      const text = this.texts[i + 1];
      if (text !== undefined) {
        const start = this.name.indexOf(text, from);
        from = start + text.length;
        spans.push({ slot, text, start, end: from });
      }
      if (slot === until) break;
    }
    return spans;
  }
  textOf(slot: string): string | undefined {
    const at = this.names.indexOf(slot);
    return at < 0 ? undefined : this.texts[at + 1];
  }
}
const none: readonly Misfit[] = [];
const noPattern: Pick<CompiledPattern, 'parts' | 'slots'> = { parts: [], slots: [] };

/** What stands in a slot of a reading, without more of it being put together than is asked. */
export function slotText(reading: NameReading, slot: string): string | undefined {
  return reading instanceof QuickReading ? reading.textOf(slot) : reading.slots.get(slot)?.text;
}

/** Where a slot of a reading stands, likewise. */
export function slotSpan(reading: NameReading, slot: string): SlotSpan | undefined {
  return reading instanceof QuickReading ? reading.spanOf(slot) : reading.slots.get(slot);
}

/** One piece that its slot does not know: a spelling, a slip, or a word of no list. */
function oddOne(
  convention: CompiledConvention,
  key: PatternKey,
  { spans, odd }: { readonly spans: readonly SlotSpan[]; readonly odd: SlotSpan },
): Pick<NameReading, 'slots' | 'misfits'> {
  const slot = convention.slots.get(odd.slot)!;
  const only = convention.pattern(key)!.find((part) => part.slot === odd.slot)!.only;
  const low = odd.text.toLowerCase();
  const listed = slot.spelled.get(low);
  const near =
    listed === undefined ? (only ? nearWord(odd.text, only) : nearListed(odd.text, slot.words)) : null;
  const meant = listed ?? near ?? '';
  const right = meant && (!only || only.includes(meant));
  const code = !right ? 'unlisted' : near ? 'near' : meant.toLowerCase() === low ? 'case' : 'spelling';
  const wanted = right ? meant : (only?.[0] ?? '');
  const misfits: Misfit[] = [{ code, slot: odd.slot, text: odd.text, wanted }];
  return { slots: bySlot([...spans, odd]), misfits };
}

/** A pattern of one listed slot, as the joints of a standard: the name is one word of the list or none. */
function wholeWord(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
): Pick<NameReading, 'slots' | 'misfits'> | null {
  const pattern = convention.pattern(key);
  const slot = pattern?.length === 1 ? convention.slots.get(pattern[0]!.slot) : undefined;
  if (!slot?.words.size || convention.source.separator !== '') return null;
  const odd = { slot: slot.name, text: name, start: 0, end: name.length };
  return oddOne(convention, key, { spans: [], odd });
}

function bySlot(spans: readonly SlotSpan[]): Map<string, SlotSpan> {
  return new Map(spans.map((span) => [span.slot, span]));
}

/** Sorts the words of a misfit into slots: listed words and spellings first, digits to the number, the rest is what. */
class Guess {
  readonly slots = new Map<string, SlotSpan>();
  readonly #found: Misfit[] = [];
  readonly #free: Word[] = [];
  readonly #exact = new Set<string>();
  readonly #pattern: CompiledPattern | null;
  readonly #freeSlot: string | null;
  readonly #numberSlot: string | null;

  constructor(
    readonly convention: CompiledConvention,
    readonly kind: PatternKey,
  ) {
    this.#pattern = convention.compiled(kind);
    this.#freeSlot = this.#pattern?.free ?? null;
    this.#numberSlot = this.#pattern?.number ?? null;
  }
  /** Slots of which a word stands there to the letter: no other word is taken for a spelling of theirs. */
  expect(words: readonly Word[]): void {
    for (const { name, words: known } of this.#pattern?.slots ?? [])
      if (known.size && words.some((word) => known.has(word.text))) this.#exact.add(name);
  }
  take(word: Word, next?: Word): void {
    if (this.#taken === word) return;
    if (this.#takePrefixed(word, next) || this.#takeCounting(word)) return;
    if (isDigits(word.text)) this.#takeNumber(word);
    // `window001`: a number glued to a word says that this is what the thing is, whatever lists the word stands in.
    else if (word.text.length > 3 && next?.start === word.end && isDigits(next.text)) this.#free.push(word);
    else if (!this.#takeLetters(word) && !this.#takeListed(word)) this.#free.push(word);
  }
  misfits(name: string): Misfit[] {
    const parts = this.convention.pattern(this.kind);
    if (!parts) return [{ code: 'no-pattern', slot: '', text: name, wanted: '' }];
    this.#takeFree(name);
    for (const part of parts) {
      const span = this.slots.get(part.slot);
      if (!span && !part.optional) {
        this.#found.push({ code: 'missing', slot: part.slot, text: '', wanted: part.only?.[0] ?? part.slot });
      }
    }
    const order = parts.map((p) => this.slots.get(p.slot)).filter((s) => s !== undefined);
    const late = order.find((span, i) => i > 0 && span.start < order[i - 1]!.start);
    if (late)
      this.#found.push({
        code: 'order',
        slot: order[order.indexOf(late) - 1]!.slot,
        text: name,
        wanted: late.slot,
      });
    // Read well, yet not fitting: what stands between the slots is to blame.
    if (!this.#found.length)
      this.#found.push({ code: 'loose', slot: '', text: name, wanted: this.#joined() });
    return this.#found;
  }
  /** The digits that went with the word before them. */
  #taken: Word | undefined;
  /** `v2`: digits with what its slot has before them. */
  #takePrefixed(word: Word, next: Word | undefined): boolean {
    if (next?.start !== word.end || !isDigits(next.text)) return false;
    const slot = this.#pattern?.slots.find(
      ({ rule, name }) =>
        rule.prefix?.toLowerCase() === word.text.toLowerCase() && rule.prefix && !this.slots.has(name),
    );
    if (!slot) return false;
    this.#taken = next;
    const text = word.text + next.text;
    this.slots.set(slot.name, { slot: slot.name, text, start: word.start, end: next.end });
    const wanted = writeNumber(slot.rule, Number(next.text.slice(0, 15)));
    if (text !== wanted) this.#found.push({ code: 'digits', slot: slot.name, text, wanted });
    return true;
  }
  /** One letter, where numbers are letters; the last such one counts. */
  #takeCounting(word: Word): boolean {
    const slot = this.#numberSlot === null ? null : this.convention.slots.get(this.#numberSlot)!;
    if (!slot?.rule.letters || !/^[A-Za-z]$/.test(word.text)) return false;
    const before = this.slots.get(slot.name);
    if (before) this.#free.push(before);
    this.#drop('digits');
    this.slots.set(slot.name, spanAt(slot.name, word));
    const wanted = slot.rule.letters === 'lower' ? word.text.toLowerCase() : word.text.toUpperCase();
    if (wanted !== word.text) this.#found.push({ code: 'digits', slot: slot.name, text: word.text, wanted });
    return true;
  }
  #takeNumber(word: Word): void {
    const slot = this.#numberSlot;
    if (slot === null) return;
    const { rule } = this.convention.slots.get(slot)!;
    // A letter that counts is there already.
    if (rule.letters && this.slots.has(slot)) return void this.#free.push(word);
    this.slots.set(slot, spanAt(slot, word));
    this.#drop('digits');
    const { text } = word;
    let zeros = 0;
    while (zeros < text.length - 1 && text[zeros] === '0') zeros++;
    const wanted = rule.letters
      ? writeNumber(rule, Number(text.slice(zeros, zeros + 6)))
      : text.slice(zeros).padStart(rule.digits!, '0');
    if (text !== wanted) this.#found.push({ code: 'digits', slot, text, wanted });
  }
  #takeListed(word: Word): boolean {
    const low = word.text.toLowerCase();
    const { parts, slots } = this.#pattern ?? noPattern;
    for (let i = 0; i < parts.length; i++) {
      const [part, slot] = [parts[i]!, slots[i]!];
      if (!slot.words.size || slot.rule.joint !== undefined || this.slots.has(part.slot)) continue;
      const listed = slot.words.has(word.text) ? word.text : slot.spelled.get(low);
      const near =
        listed === undefined && word.text.length > 3 ? nearListed(word.text, slot.words) : undefined;
      const meant = listed ?? near;
      if (meant !== word.text && this.#exact.has(part.slot)) continue;
      if (!meant || (part.only && !part.only.includes(meant))) continue;
      this.slots.set(part.slot, spanAt(part.slot, word));
      if (near) this.#found.push({ code: 'near', slot: part.slot, text: word.text, wanted: near });
      else if (meant !== word.text) {
        const code = meant.toLowerCase() === low ? 'case' : 'spelling';
        this.#found.push({ code, slot: part.slot, text: word.text, wanted: meant });
      }
      return true;
    }
    return false;
  }
  /** `RF` for R and F: capitals run together, each a word of a slot of its own. */
  #takeLetters(word: Word): boolean {
    if (word.text.length < 2 || word.text.length > 3 || word.text !== word.text.toUpperCase()) return false;
    const taken: SlotSpan[] = [];
    for (let i = 0; i < word.text.length; i++) {
      const slot = this.#pattern?.slots.find(
        ({ name, words }) => words.has(word.text[i]!) && !taken.some((t) => t.slot === name),
      );
      if (!slot || this.slots.has(slot.name)) return false;
      taken.push({ slot: slot.name, text: word.text[i]!, start: word.start + i, end: word.start + i + 1 });
    }
    for (const span of taken) this.slots.set(span.slot, span);
    this.#found.push({
      code: 'loose',
      slot: taken[0]!.slot,
      text: word.text,
      wanted: taken.map((t) => t.text).join(this.convention.source.separator),
    });
    return true;
  }
  #takeFree(name: string): void {
    const slot = this.#freeSlot;
    const first = this.#free[0];
    if (slot === null || !first) return;
    const last = this.#free.at(-1)!;
    const wanted = writeWords(
      this.#free.map((w) => w.text),
      this.convention.slots.get(slot)!.rule,
    );
    const text = this.#free.length === 1 ? first.text : name.slice(first.start, last.end);
    this.slots.set(slot, { slot, text, start: first.start, end: last.end });
    if (text !== wanted) this.#found.push({ code: 'case', slot, text, wanted });
  }
  #joined(): string {
    return joinTexts(this.convention, this.kind, (slot) => this.slots.get(slot)?.text);
  }
  #drop(code: MisfitCode): void {
    const at = this.#found.findIndex((m) => m.code === code);
    if (at >= 0) this.#found.splice(at, 1);
  }
}

const spanAt = (slot: string, { text, start, end }: Word): SlotSpan => ({ slot, text, start, end });
