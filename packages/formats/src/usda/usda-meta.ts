import type { Span } from './usda-scanner.js';

/** One statement of metadata, or of a property: its list operation (empty: none), and the value as it stands. */
export interface UsdaField {
  readonly op: string;
  readonly value: Span;
}

/** The fields of a pair of parentheses, in the order of the text; a name may stand there more than once. */
export class UsdaFields {
  readonly #names: string[] = [];
  readonly #fields: UsdaField[] = [];
  add(name: string, op: string, value: Span): void {
    this.#names.push(name);
    this.#fields.push({ op, value });
  }
  has(name: string): boolean {
    return this.#names.includes(name);
  }
  /** All of a name; undefined: there is none. There are few in a pair of parentheses, so nothing is kept by name. */
  get(name: string): readonly UsdaField[] | undefined {
    return this.has(name) ? this.#fields.filter((_, i) => this.#names[i] === name) : undefined;
  }
  /** What counts of a name. */
  last(name: string): UsdaField | undefined {
    const at = this.#names.lastIndexOf(name);
    return at < 0 ? undefined : this.#fields[at];
  }
  /** The same where they stand elsewhere. */
  moved(move: (span: Span) => Span): UsdaFields {
    const out = new UsdaFields();
    this.#fields.forEach(({ op, value }, i) => out.add(this.#names[i]!, op, move(value)));
    return out;
  }
}
/** What stands in parentheses: the fields by name, each as often as it stands there. */
export interface UsdaMeta {
  /** With the parentheses. */
  readonly span: Span;
  readonly fields: UsdaFields;
}
