import { RenquilError } from '../errors.js';
import type { QueryNode, QueryText } from './query-node.js';

/** Longer than anybody writes; and so many parentheses and dashes within each other. */
const [mostText, mostDeep] = [20_000, 200];

/**
 * The tree of a query, whatever its keys. Words side by side mean and; `or`; `-` negates; parentheses; quotes take a text
 * as it is. Throws query-invalid with the place, from 1.
 * @example readQuery('door* -layer:Base') // all of: a name, not a key
 */
export function readQuery(text: string): QueryNode {
  if (text.length > mostText) refuseQuery(mostText - 1, `it is longer than ${mostText} characters`);
  const reader = new Reader(text);
  const node = reader.either();
  reader.end();
  return node;
}
/** @param at from 0 */
export function refuseQuery(at: number, detail: string): never {
  throw new RenquilError('query-invalid', { at: at + 1, detail });
}

class Reader {
  #at = 0;
  #deep = 0;
  constructor(readonly text: string) {}

  either(): QueryNode {
    const of = [this.#all()];
    while (this.#word('or')) of.push(this.#all());
    return of.length === 1 ? of[0]! : { type: 'either', of };
  }
  end(): void {
    if (this.#at < this.text.length) refuseQuery(this.#at, 'a parenthesis is closed that was not opened');
  }
  #all(): QueryNode {
    const of: QueryNode[] = [];
    for (;;) {
      this.#space();
      if (this.#at >= this.text.length || this.text[this.#at] === ')' || this.#peekWord('or')) break;
      of.push(this.#term());
    }
    return of.length === 1 ? of[0]! : { type: 'all', of };
  }
  #term(): QueryNode {
    const c = this.text[this.#at]!;
    if (c === '-' && !/[\s)]/.test(this.text[this.#at + 1] ?? ' ')) {
      this.#at++;
      return { type: 'not', of: this.#within(() => this.#term()) };
    }
    if (c === '(') {
      this.#at++;
      const inner = this.#within(() => this.either());
      if (this.text[this.#at] !== ')') refuseQuery(this.#at, 'a closing parenthesis is missing');
      this.#at++;
      return inner;
    }
    const at = this.#at;
    const key = /^([A-Za-z]+(?:\.[^\s:()"]+)?):/.exec(this.text.slice(at))?.[1];
    if (key === undefined) return { type: 'name', value: this.#value() };
    this.#at += key.length + 1;
    return { type: 'key', key, value: this.#value(), at };
  }
  #within(read: () => QueryNode): QueryNode {
    if (++this.#deep > mostDeep) refuseQuery(this.#at, `more than ${mostDeep} lie within each other`);
    const node = read();
    this.#deep--;
    return node;
  }
  #value(): QueryText {
    if (this.text[this.#at] === '"') {
      const close = this.text.indexOf('"', this.#at + 1);
      if (close < 0) refuseQuery(this.#at, 'a closing quote is missing');
      const text = this.text.slice(this.#at + 1, close);
      this.#at = close + 1;
      return { text, quoted: true };
    }
    const text = /^[^\s()]+/.exec(this.text.slice(this.#at))?.[0];
    if (!text) refuseQuery(this.#at, 'a value is missing');
    this.#at += text.length;
    return { text, quoted: false };
  }
  #peekWord(word: string): boolean {
    return new RegExp(`^${word}(?=[\\s()]|$)`).test(this.text.slice(this.#at));
  }
  #word(word: string): boolean {
    this.#space();
    if (!this.#peekWord(word)) return false;
    this.#at += word.length;
    return true;
  }
  #space(): void {
    while (/\s/.test(this.text[this.#at] ?? '')) this.#at++;
  }
}
