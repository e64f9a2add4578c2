import type { Specifier, UsdaLayer, UsdaOrder, UsdaPathAt, UsdaScope } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import { ownTime } from './layer-time.js';
import { usdaLimits, type UsdaLimits } from './usda-limits.js';
import { UsdaFields } from './usda-meta.js';
import { FoundPrim, FoundScope } from './usda-prims.js';
import { UsdaProperties } from './usda-properties.js';
import { chars, UsdaScanner, type Span, type ValueFound } from './usda-scanner.js';
import { stringText } from './usda-value.js';

const specifiers: ReadonlySet<string> = new Set(['def', 'over', 'class']);
const listOps: ReadonlySet<string> = new Set(['prepend', 'append', 'add', 'delete', 'reorder']);
const modifiers: ReadonlySet<string> = new Set([...listOps, 'custom', 'uniform', 'varying', 'config']);

/**
 * A layer of OpenUSD text (`#usda 1.0`): its prims, properties and metadata with their places, and every path in it. Values
 * are not read, only found.
 * @throws RenquilError usda-invalid with line and column
 */
export function parseUsda(bytes: Uint8Array, file: string, limits: UsdaLimits = usdaLimits): UsdaLayer {
  return new Parser(bytes, file, limits).layer();
}

class Parser {
  readonly #scan: UsdaScanner;
  readonly #scopes: FoundScope[] = [];
  readonly #prims: FoundPrim[] = [];
  readonly #properties = new UsdaProperties();
  readonly #paths: UsdaPathAt[] = [];
  readonly #orders: UsdaOrder[] = [];
  readonly #elsewhere: Span[] = [];
  /** Open braces, innermost last: the scope that each is of, and its prim where it is a prim's. */
  readonly #open: { readonly scope: number; readonly prim: number; readonly set: string | null }[] = [];
  /** Names in a scope, so that none is there twice. */
  readonly #names = new Map<number, Set<string>>();
  constructor(
    readonly bytes: Uint8Array,
    readonly file: string,
    readonly limits: UsdaLimits,
  ) {
    this.#scan = new UsdaScanner(bytes, file, limits);
  }

  layer(): UsdaLayer {
    const scan = this.#scan;
    if (this.bytes.length > this.limits.bytes) scan.fail(`a layer has at most ${this.limits.bytes} bytes`);
    this.#header();
    const layer = this.#scope(-1, null, 0);
    scan.space();
    const meta = scan.next === chars.open ? this.#meta(layer) : null;
    this.#body(layer);
    const { file, bytes } = this;
    return {
      ...{ file, bytes, own: bytes, meta, scopes: this.#scopes, prims: this.#prims },
      properties: this.#properties,
      ...{ paths: this.#paths, orders: this.#orders, elsewhere: this.#elsewhere },
      parts: [
        {
          ...{ file, start: 0, end: bytes.length, scopes: 0, prims: 0, base: -1, meta },
          count: this.#prims.length,
          ...{ paths: this.#paths, bases: new Map<number, number>(), chosen: null, time: ownTime },
        },
      ],
      outside: [],
      unchosen: [],
    };
  }
  #header(): void {
    const scan = this.#scan;
    const start = scan.text({ start: 0, end: Math.min(9, this.bytes.length) });
    if (!/^#usda 1\./.test(start)) scan.fail('the first line is not "#usda 1.0"');
    scan.space();
  }
  #scope(prim: number, variant: UsdaScope['variant'], start: number): number {
    return this.#scopes.push(new FoundScope(prim, variant, start, this.bytes.length)) - 1;
  }

  /** Everything up to the end: braces are counted here, so that however deep they go, nothing calls itself. */
  #body(layer: number): void {
    const scan = this.#scan;
    let now = layer;
    for (;;) {
      scan.between();
      if (scan.next === -1) {
        const last = this.#open.at(-1);
        if (last) scan.fail('a brace is not closed', this.#scopes[last.scope]!.start - 1);
        return;
      }
      const inner = this.#open.at(-1);
      if (scan.next === chars.closeBody) {
        if (!inner) scan.fail('"}" closes nothing');
        this.#close();
      } else if (inner?.set !== undefined && inner.set !== null) this.#variant(inner.scope, inner.set);
      else this.#statement(now);
      const after = this.#open.at(-1);
      now = after?.scope ?? layer;
    }
  }
  #close(): void {
    const { scope, prim, set } = this.#open.pop()!;
    const { at } = this.#scan;
    this.#scan.at++;
    if (set !== null) return;
    this.#scopes[scope]!.end = at;
    if (prim >= 0) this.#prims[prim]!.end = at + 1;
  }
  #statement(scope: number): void {
    const scan = this.#scan;
    const start = scan.at;
    const word = scan.word();
    if (!word) scan.fail(`a statement cannot begin with "${String.fromCharCode(scan.next)}"`);
    if (specifiers.has(word)) return this.#prim(word as Specifier, scope, start);
    const owner = this.#scopes[scope]!.prim;
    if (word === 'reorder') {
      scan.blank();
      const back = scan.at;
      const what = scan.word();
      if (what === (owner < 0 ? 'rootPrims' : 'nameChildren')) return this.#order(scope, true);
      if (what === 'properties') return this.#order(scope, false);
      scan.at = back;
      if (what === 'variantSets')
        return scan.fail('an order of variant sets stands in the parentheses of a prim', start);
    }
    if (owner < 0) scan.fail(`"${word}" is no statement of a layer`, start);
    if (word === 'variantSet') return this.#variantSet(scope);
    this.#property(word, scope, start);
  }
  #prim(specifier: Specifier, within: number, start: number): void {
    const scan = this.#scan;
    if (this.#prims.length >= this.limits.prims)
      scan.fail(`a layer has at most ${this.limits.prims} prims`, start);
    if (this.#open.length >= this.limits.depth)
      scan.fail(`prims stand deeper in each other than ${this.limits.depth}`, start);
    scan.blank();
    const type = scan.word();
    scan.blank();
    const nameSpan = scan.string();
    const name = stringText(this.bytes, nameSpan);
    if (!isPrimName(name)) scan.fail(`"${name}" cannot be the name of a prim`, nameSpan.start);
    let names = this.#names.get(within);
    if (!names) this.#names.set(within, (names = new Set<string>()));
    if (names.has(name)) scan.fail(`a prim "${name}" stands here already`, nameSpan.start);
    names.add(name);
    const prim = this.#prims.length;
    // The scope comes before what its parentheses hold: paths there go from the prim itself.
    const own = this.#scope(prim, null, scan.at);
    scan.space();
    const found = new FoundPrim(specifier, type, name);
    found.within = within;
    found.own = own;
    found.start = found.end = start;
    found.nameStart = nameSpan.start;
    found.nameEnd = nameSpan.end;
    if (scan.next === chars.open) found.meta = this.#meta(own);
    this.#prims.push(found);
    scan.expect(chars.openBody, 'after the prim', name);
    this.#begin(own);
    this.#open.push({ scope: own, prim, set: null });
  }
  #variantSet(scope: number): void {
    const scan = this.#scan;
    scan.space();
    const set = stringText(this.bytes, scan.string());
    scan.expect(chars.equals, 'after the variant set', set);
    scan.expect(chars.openBody, 'after the variant set', set);
    this.#open.push({ scope, prim: -1, set });
  }
  #variant(within: number, set: string): void {
    const scan = this.#scan;
    if (this.#open.length >= this.limits.depth)
      scan.fail(`prims stand deeper in each other than ${this.limits.depth}`);
    const name = stringText(this.bytes, scan.string());
    const { prim } = this.#scopes[within]!;
    const own = this.#scope(prim, { set, name, within }, scan.at);
    this.#prims[prim]!.addVariant(own);
    scan.space();
    if (scan.next === chars.open) this.#scopes[own]!.meta = this.#meta(own);
    scan.expect(chars.openBody, 'after the variant', name);
    this.#begin(own);
    this.#open.push({ scope: own, prim: -1, set: null });
  }
  #begin(scope: number): void {
    const it = this.#scopes[scope]!;
    it.start = it.end = this.#scan.at;
  }
  #order(scope: number, areNames: boolean): void {
    const scan = this.#scan;
    scan.expect(chars.equals, 'after an order');
    const { start, end } = scan.value();
    if (!areNames) return;
    const inner = new UsdaScanner(this.bytes, this.file, this.limits);
    for (inner.at = start; ;) {
      while (inner.next === chars.openList || inner.next === chars.closeList) inner.at++;
      inner.between();
      if (inner.at >= end || inner.next === chars.closeList) return;
      this.#orders.push({ span: inner.string(), scope });
    }
  }

  #property(first: string, scope: number, start: number): void {
    const scan = this.#scan;
    let word = first;
    let op = '';
    let isCustom = false;
    while (modifiers.has(word)) {
      if (listOps.has(word)) op = word;
      if (word === 'custom') isCustom = true;
      scan.blank();
      word = scan.word();
    }
    let type = word;
    if (scan.next === chars.openList) {
      scan.at++;
      scan.expect(chars.closeList, 'after the type of a list');
      type += '[]';
    }
    scan.space();
    const name = scan.namespaced();
    if (!name) scan.fail(`the name of a property of type "${type}" is missing`);
    // An old way to declare a target; it says nothing that the list of targets does not.
    scan.blank();
    if (scan.next === chars.openList) this.#paths.push({ span: this.#target(), scope, as: 'path' });
    let part = '';
    if (scan.next === chars.dot) {
      scan.at++;
      part = scan.word();
    }
    let end = scan.at;
    let [valueStart, valueEnd] = [-1, -1];
    scan.space();
    if (scan.next === chars.equals) {
      scan.at++;
      valueStart = this.#value(scope, type);
      end = valueEnd = scan.at;
      scan.space();
    }
    let meta: UsdaMeta | null = null;
    if (scan.next === chars.open) {
      meta = this.#meta(scope);
      end = scan.at;
    }
    scan.at = end;
    const one = this.#draft;
    [one.name, one.type, one.part, one.op, one.isCustom, one.meta] = [name, type, part, op, isCustom, meta];
    [one.start, one.end, one.valueStart, one.valueEnd] = [start, end, valueStart, valueEnd];
    this.#properties.add(scope, one);
  }
  /** Filled anew for each: the columns take what is in it. */
  readonly #draft = {
    ...{ name: '', type: '', part: '', op: '', isCustom: false, meta: null as UsdaMeta | null },
    ...{ start: 0, end: 0, valueStart: -1, valueEnd: -1 },
  };
  #target(): Span {
    const scan = this.#scan;
    scan.at++;
    const span = scan.path();
    scan.expect(chars.closeList, 'after a target');
    return span;
  }
  /** Where the value begins. */
  #value(scope: number, type: string): number {
    this.#within = scope;
    const start = this.#scan.pass(this.#found);
    if (
      type === 'pathExpression' &&
      (this.bytes[start] === chars.quote || this.bytes[start] === chars.apostrophe)
    )
      this.#paths.push({ span: { start, end: this.#scan.at }, scope, as: 'expression' });
    return start;
  }
  /** The scope of the value that is gone over. */
  #within = 0;
  readonly #found: ValueFound = {
    path: (span, asset) => {
      if (asset) this.#elsewhere.push(span);
      else if (span.end > span.start) this.#paths.push({ span, scope: this.#within, as: 'path' });
    },
  };
  /** Within parentheses: texts that are remarks, and fields. */
  #meta(scope: number): UsdaMeta {
    const scan = this.#scan;
    const start = scan.at++;
    const fields = new UsdaFields();
    for (;;) {
      scan.between();
      const c = scan.next;
      if (c === chars.close) break;
      if (c === chars.quote || c === chars.apostrophe) {
        scan.string();
        continue;
      }
      let word = scan.namespaced();
      let op = '';
      if (listOps.has(word)) {
        op = word;
        scan.blank();
        word = scan.namespaced();
      }
      if (!word)
        scan.fail(
          c === -1 ? 'a parenthesis is not closed' : 'the name of a field is missing',
          c === -1 ? start : scan.at,
        );
      scan.expect(chars.equals, 'after', word);
      this.#within = scope;
      fields.add(word, op, scan.value(this.#found));
      // Behind one reference alone, how it is taken over time: `@a.usda@ (offset = 10)`. In a list it is of the list.
      scan.space();
      if (scan.next === chars.open) scan.pass(this.#found);
    }
    scan.at++;
    return { span: { start, end: scan.at }, fields };
  }
}

/** What OpenUSD takes as the name of a prim: letters, digits and `_`, no digit first; letters of any script (UTF-8). */
export function isPrimName(name: string): boolean {
  return /^[\p{XID_Start}_][\p{XID_Continue}]*$/u.test(name);
}
