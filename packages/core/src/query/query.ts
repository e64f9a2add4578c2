import { RenquilError } from '../errors.js';
import { keyQuery, queryKeyRegistry } from './query-keys.js';
import { compileWildcard, hasWildcard } from './wildcard.js';
import type { Scene } from '../scene/scene.js';
import type { SceneObject } from '../scene/scene-object.js';

export type Query = (scene: Scene, object: SceneObject) => boolean;

export const queryKeys = queryKeyRegistry.map((one) => one.key);

/**
 * Words side by side mean and; `or`; `-` negates; parentheses; quotes take a text as it is. A bare word matches names
 * that contain it, a wildcard the whole name; lower-case text matches any case. Throws query-invalid with the place.
 */
export function parseQuery(text: string): Query {
  if (text.length > mostText)
    throw new RenquilError('query-invalid', {
      at: mostText,
      detail: `it is longer than ${mostText} characters`,
    });
  const parser = new Parser(text);
  const query = parser.either();
  parser.end();
  return query;
}

/** Longer than anybody writes; and so many parentheses and dashes within each other. */
const [mostText, mostDeep] = [20_000, 200];

class Parser {
  #at = 0;
  #deep = 0;
  constructor(readonly text: string) {}

  either(): Query {
    const options = [this.all()];
    while (this.#word('or')) options.push(this.all());
    return options.length === 1 ? options[0]! : (scene, object) => options.some((q) => q(scene, object));
  }
  all(): Query {
    const terms: Query[] = [];
    for (;;) {
      this.#space();
      if (this.#at >= this.text.length || this.text[this.#at] === ')' || this.#peekWord('or')) break;
      terms.push(this.term());
    }
    return terms.length === 1 ? terms[0]! : (scene, object) => terms.every((q) => q(scene, object));
  }
  term(): Query {
    const c = this.text[this.#at]!;
    if (c === '-' && !/[\s)]/.test(this.text[this.#at + 1] ?? ' ')) {
      this.#at++;
      const inner = this.#within(() => this.term());
      return (scene, object) => !inner(scene, object);
    }
    if (c === '(') {
      this.#at++;
      const inner = this.#within(() => this.either());
      if (this.text[this.#at] !== ')') this.#fail('a closing parenthesis is missing');
      this.#at++;
      return inner;
    }
    const key = /^([A-Za-z]+(?:\.[^\s:()"]+)?):/.exec(this.text.slice(this.#at))?.[1];
    if (key === undefined) return this.#name(this.#value());
    const start = this.#at;
    this.#at += key.length + 1;
    const fail = (detail: string): never => this.#fail(detail, start);
    const query = keyQuery(key, this.#value(), {
      matcher: (value) => this.#matcher(value),
      parse: parseQuery,
      fail,
    });
    return (
      query ?? fail(`"${key}" is no key; keys are ${[...queryKeys, 'attr.NAME', 'slot.NAME'].join(', ')}`)
    );
  }
  #within(read: () => Query): Query {
    if (++this.#deep > mostDeep) this.#fail(`more than ${mostDeep} lie within each other`);
    const query = read();
    this.#deep--;
    return query;
  }
  end(): void {
    if (this.#at < this.text.length) this.#fail('a parenthesis is closed that was not opened');
  }
  #name(value: { text: string; quoted: boolean }): Query {
    const test = this.#matcher(value);
    return (_scene, object) => test(object.name);
  }
  #matcher({ text, quoted }: { text: string; quoted: boolean }): (name: string) => boolean {
    if (quoted) return (name) => name.includes(text);
    const ignoreCase = text === text.toLowerCase();
    if (hasWildcard(text)) return compileWildcard(text, { ignoreCase });
    return ignoreCase ? (name) => name.toLowerCase().includes(text) : (name) => name.includes(text);
  }
  #value(): { text: string; quoted: boolean } {
    if (this.text[this.#at] === '"') {
      const close = this.text.indexOf('"', this.#at + 1);
      if (close < 0) this.#fail('a closing quote is missing');
      const text = this.text.slice(this.#at + 1, close);
      this.#at = close + 1;
      return { text, quoted: true };
    }
    const match = /^[^\s()]+/.exec(this.text.slice(this.#at))?.[0];
    if (!match) this.#fail('a value is missing');
    this.#at += match.length;
    return { text: match, quoted: false };
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
  #fail(detail: string, at = this.#at): never {
    throw new RenquilError('query-invalid', { at: at + 1, detail });
  }
}

/** The ids that match, in tree order. */
export function runQuery(scene: Scene, query: Query): number[] {
  const found: number[] = [];
  for (const object of scene.walk()) if (query(scene, object)) found.push(object.id);
  return found;
}
