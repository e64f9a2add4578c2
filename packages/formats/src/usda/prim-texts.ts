import { indentAt, type LayerText } from './layer-text.js';
import type { UsdaLayer, UsdaPrim } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import { isNewline, isSpace, lineBreak, skipBlank } from './usda-lines.js';
import { chars, type Span } from './usda-scanner.js';

const encoder = new TextEncoder();

/** What is said anew in prims that are there: statements in their braces, fields in their parentheses. */
export class PrimTexts {
  constructor(
    readonly layer: UsdaLayer,
    readonly text: LayerText,
    readonly unit: string,
  ) {}
  /** Once all is said. */
  put(): void {
    this.#putStatements();
    this.#putFields();
  }
  /** Statements at its beginning. */
  state(prim: UsdaPrim, lines: readonly string[]): void {
    if (lines.length) this.stateLater(prim, () => lines);
  }
  /** The same, made when all else is known. @param lines at the indentation that they get, the first line of each without */
  stateLater(prim: UsdaPrim, lines: (indent: string) => readonly string[]): void {
    const known = this.#statements.get(prim);
    if (known) known.push(lines);
    else this.#statements.set(prim, [lines]);
  }
  readonly #statements = new Map<UsdaPrim, ((indent: string) => readonly string[])[]>();
  #putStatements(): void {
    const { layer } = this;
    const { bytes } = layer;
    for (const [prim, lines] of this.#statements) {
      const { body } = layer.scopes[prim.own]!;
      const outer = indentAt(bytes, prim.span.start);
      const inner = outer + this.unit;
      const text = (): string =>
        lines.flatMap((make) => make(inner).map((line) => `\n${inner}${line}`)).join('');
      // What stood on the line of the brace goes to a line of its own.
      const at = skipBlank(bytes, body.start);
      const rest = isNewline(bytes[at]!) ? '' : `\n${outer}${bytes[at] === chars.closeBody ? '' : this.unit}`;
      this.text.insert(isNewline(bytes[at]!) ? body.start : at, () => encoder.encode(text() + rest));
    }
  }
  /** A field of the parentheses of a prim. */
  field(prim: UsdaPrim, text: string): void {
    const known = this.#fields.get(prim);
    if (known) known.push(text);
    else this.#fields.set(prim, [text]);
  }
  readonly #fields = new Map<UsdaPrim, string[]>();
  #putFields(): void {
    const { bytes } = this.layer;
    for (const [prim, texts] of this.#fields) {
      const outer = indentAt(bytes, prim.span.start);
      const inner = outer + this.unit;
      const text = texts.map((one) => `\n${inner}${one}`).join('');
      const at = prim.meta ? prim.meta.span.start + 1 : prim.nameSpan.end;
      const put = prim.meta ? text + lineBreak(bytes, at, inner) : ` (${text}\n${outer})`;
      this.text.insert(at, () => encoder.encode(put));
    }
  }
  /** One more schema of a prim. */
  schema(prim: UsdaPrim, name: string): void {
    const list = prim.meta?.fields
      .get('apiSchemas')
      ?.find(
        ({ op, value }) =>
          op !== 'delete' && op !== 'reorder' && this.text.bytes[value.start] === chars.openList,
      );
    if (!list) {
      const own = this.#fields.get(prim)?.findIndex((one) => one.startsWith('prepend apiSchemas')) ?? -1;
      if (own < 0) return this.field(prim, `prepend apiSchemas = ["${name}"]`);
      this.#fields.get(prim)![own] = this.#fields.get(prim)![own]!.replace(/\]$/, `, "${name}"]`);
      return;
    }
    let at = list.value.end - 1;
    while (isSpace(this.text.bytes[at - 1]!) || this.text.bytes[at - 1] === chars.comma) at--;
    const before = at === list.value.start + 1 ? '' : ', ';
    this.text.insert(at, () => encoder.encode(`${before}"${name}"`));
  }
}

/** The value of a field, as it counts; null: it is not there. */
export function fieldOf(meta: UsdaMeta, name: string): Span | null {
  return meta.fields.last(name)?.value ?? null;
}
