import { readOwn } from '@renquil/core/own-json';
import { membersOf } from './json-spans.js';

interface Splice {
  readonly start: number;
  readonly end: number;
  readonly put: string;
}

/** Replacements in JSON text, collected first and made in one pass: all other characters stay. */
export class JsonPatch {
  readonly #splices: Splice[] = [];
  constructor(readonly text: string) {}

  replace(start: number, end: number, put: string): void {
    this.#splices.push({ start, end, put });
  }
  /** Sets members of the object that starts at `start`; `undefined` takes one out. */
  setMembers(start: number, values: ReadonlyMap<string, unknown>): void {
    const members = membersOf(this.text, start);
    const goes = [...values].some(([key, value]) => value === undefined && members.has(key));
    if (goes) return this.#rewrite(start, values);
    let added = '';
    for (const [key, value] of values) {
      if (value === undefined) continue;
      const member = members.get(key);
      if (member) this.replace(member.start, member.end, JSON.stringify(value));
      else added += `,${JSON.stringify(key)}:${JSON.stringify(value)}`;
    }
    if (!added) return;
    const last = [...members.values()].reduce((end, m) => Math.max(end, m.end), 0);
    const at = last || this.text.indexOf('{', start) + 1;
    this.replace(at, at, last ? added : added.slice(1));
  }
  toString(): string {
    // The sort is stable: what goes in at one place stays in the order it was given.
    const ordered = this.#splices.sort((a, b) => a.start - b.start);
    const out: string[] = [];
    let at = 0;
    for (const { start, end, put } of ordered) {
      if (start < at) throw new RangeError('two replacements overlap');
      out.push(this.text.slice(at, start), put);
      at = end;
    }
    out.push(this.text.slice(at));
    return out.join('');
  }
  /** Taking a member out would leave commas to mend: the one object is written anew instead. */
  #rewrite(start: number, values: ReadonlyMap<string, unknown>): void {
    const end = objectEnd(this.text, start);
    const object = readOwn<Record<string, unknown>>(this.text.slice(start, end));
    for (const [key, value] of values) {
      if (value === undefined) delete object[key];
      else object[key] = value;
    }
    this.replace(start, end, JSON.stringify(object));
  }
}

function objectEnd(text: string, start: number): number {
  const last = [...membersOf(text, start).values()].reduce((end, m) => Math.max(end, m.end), start + 1);
  return text.indexOf('}', last) + 1;
}
