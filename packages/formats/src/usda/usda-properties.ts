import type { UsdaMeta } from './usda-meta.js';
import type { Span } from './usda-scanner.js';

/** An attribute (`type` is its type) or a relationship (`rel`). */
export interface UsdaProperty {
  readonly name: string;
  readonly type: string;
  /** `timeSamples`, `connect` or another; empty: the default value. */
  readonly part: string;
  readonly op: string;
  readonly isCustom: boolean;
  /** All of the statement. */
  readonly span: Span;
  /** Null: only declared. */
  readonly value: Span | null;
  readonly meta: UsdaMeta | null;
}
/** By how much the places of a layer move when it stands behind others. */
export interface Shift {
  readonly bytes: number;
  readonly scopes: number;
  readonly prims: number;
}

/** Properties of a scope that are looked through one after another, at most. */
const many = 64;
/** Numbers of a property: where it and its value begin and end (a value that begins at -1 is none), and the one before it in its scope. */
const stride = 5;
/** What most properties are: a default value, and no list operation. */
const plain: How = { part: '', op: '', isCustom: false };
type How = Pick<UsdaProperty, 'part' | 'op' | 'isCustom'>;
interface Places {
  readonly start: number;
  readonly end: number;
  /** -1: it is only declared. */
  readonly valueStart: number;
  readonly valueEnd: number;
}

/**
 * The properties of all scopes of a layer, in columns: a layer has many times more of them than prims, and most are looked for
 * by name and not found. One becomes an object when it is asked for.
 */
export class UsdaProperties {
  #count = 0;
  #numbers = new Int32Array(stride * 64);
  readonly #names: string[] = [];
  readonly #types: string[] = [];
  readonly #hows: How[] = [];
  readonly #metas: (UsdaMeta | null)[] = [];
  /** The last property of each scope; -1: it has none. */
  #last = new Int32Array(64).fill(-1);
  readonly #byHow = new Map<string, How>();

  add(scope: number, one: Omit<UsdaProperty, 'span' | 'value'> & Places): void {
    this.#names.push(one.name);
    this.#types.push(one.type);
    this.#hows.push(this.#howOf(one));
    this.#metas.push(one.meta);
    this.#put(scope, one);
  }
  #put(scope: number, { start, end, valueStart, valueEnd }: Places): void {
    const at = this.#count++ * stride;
    if (at + stride > this.#numbers.length) this.#numbers = twice(this.#numbers, 0);
    while (scope >= this.#last.length) this.#last = twice(this.#last, -1);
    const numbers = this.#numbers;
    numbers[at] = start;
    numbers[at + 1] = end;
    numbers[at + 2] = valueStart;
    numbers[at + 3] = valueEnd;
    numbers[at + 4] = this.#last[scope]!;
    this.#last[scope] = this.#count - 1;
  }
  #howOf({ part, op, isCustom }: How): How {
    if (!part && !op && !isCustom) return plain;
    const key = `${part} ${op} ${isCustom}`;
    let known = this.#byHow.get(key);
    if (!known) this.#byHow.set(key, (known = { part, op, isCustom }));
    return known;
  }
  /** Those of another layer, which stands behind this one. @param meta gives its parentheses as they stand there */
  append(other: UsdaProperties, by: Shift, meta: (of: UsdaMeta | null) => UsdaMeta | null): void {
    const scopes = other.#scopes();
    for (let i = 0; i < other.#count; i++) {
      this.#names.push(other.#names[i]!);
      this.#types.push(other.#types[i]!);
      this.#hows.push(other.#hows[i]!);
      this.#metas.push(meta(other.#metas[i]!));
      const [start, end, from, to] = other.#numbers.subarray(i * stride, i * stride + 4);
      const value = from! < 0 ? 0 : by.bytes;
      this.#put(scopes[i]! + by.scopes, {
        ...{ start: start! + by.bytes, end: end! + by.bytes },
        ...{ valueStart: from! + value, valueEnd: to! + value },
      });
    }
  }
  /** The scope of each. */
  #scopes(): Int32Array {
    const out = new Int32Array(this.#count);
    this.#last.forEach((last, scope) => {
      for (let at = last; at >= 0; at = this.#before(at)) out[at] = scope;
    });
    return out;
  }
  #before(at: number): number {
    return this.#numbers[at * stride + 4]!;
  }
  #lastOf(scope: number): number {
    return scope < this.#last.length ? this.#last[scope]! : -1;
  }
  #at(at: number): UsdaProperty {
    const from = at * stride;
    const numbers = this.#numbers;
    const { part, op, isCustom } = this.#hows[at]!;
    return {
      name: this.#names[at]!,
      type: this.#types[at]!,
      ...{ part, op, isCustom },
      span: { start: numbers[from]!, end: numbers[from + 1]! },
      value: numbers[from + 2]! < 0 ? null : { start: numbers[from + 2]!, end: numbers[from + 3]! },
      meta: this.#metas[at]!,
    };
  }
  /** Those of a scope, in the order of the text. */
  of(scope: number): UsdaProperty[] {
    return this.where(scope, () => true);
  }
  /** Those of a scope that are wanted by their name, or for being custom, in the order of the text. */
  where(scope: number, isWanted: (name: string, isCustom: boolean) => boolean): UsdaProperty[] {
    const out: UsdaProperty[] = [];
    for (let at = this.#lastOf(scope); at >= 0; at = this.#before(at))
      if (isWanted(this.#names[at]!, this.#hows[at]!.isCustom)) out.push(this.#at(at));
    return out.reverse();
  }
  has(scope: number, isWanted: (name: string) => boolean): boolean {
    for (let at = this.#lastOf(scope); at >= 0; at = this.#before(at))
      if (isWanted(this.#names[at]!)) return true;
    return false;
  }
  /** What a scope says last of a name; null: it says no value. */
  find(scope: number, name: string, part: string): UsdaProperty | null {
    let seen = 0;
    for (let at = this.#lastOf(scope); at >= 0; at = this.#before(at)) {
      if (this.#isOf(at, name, part)) return this.#at(at);
      // One look for each of many names would be the square of them.
      if (++seen === many) {
        const found = this.#indexOf(scope).get(`${name}.${part}`);
        return found === undefined ? null : this.#at(found);
      }
    }
    return null;
  }
  #isOf(at: number, name: string, part: string): boolean {
    return this.#names[at] === name && this.#hows[at]!.part === part && this.#numbers[at * stride + 2]! >= 0;
  }
  readonly #indexes = new Map<number, ReadonlyMap<string, number>>();
  #indexOf(scope: number): ReadonlyMap<string, number> {
    let known = this.#indexes.get(scope);
    if (!known) {
      const made = new Map<string, number>();
      for (let at = this.#lastOf(scope); at >= 0; at = this.#before(at)) {
        const key = `${this.#names[at]}.${this.#hows[at]!.part}`;
        if (this.#numbers[at * stride + 2]! >= 0 && !made.has(key)) made.set(key, at);
      }
      this.#indexes.set(scope, (known = made));
    }
    return known;
  }
}

function twice(numbers: Int32Array<ArrayBuffer>, rest: number): Int32Array<ArrayBuffer> {
  const more = new Int32Array(numbers.length * 2);
  more.set(numbers);
  if (rest) more.fill(rest, numbers.length);
  return more;
}
