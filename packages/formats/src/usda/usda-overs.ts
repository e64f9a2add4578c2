import { joinBytes } from '../join-bytes.js';

/** What is said over a place: lines of its body, and the inside of its parentheses. */
export interface Over {
  readonly lines: string[];
  meta: ((indent: string) => string) | null;
}
const encoder = new TextEncoder();

/** What a layer says of places that only stand in files it is layered on: nothing but what changed (OpenUSD, `over`). */
export class UsdaOvers {
  readonly #said = new Map<number, Over>();
  /** Places below those that are said over, in order. */
  readonly #below = new Map<number, number[]>();
  /** Of the places that are said over those whose parent the layer speaks of itself, with that parent; -1: the root. */
  readonly tops = new Map<number, number>();
  constructor(
    /** Whether the layer speaks of a place itself. */
    readonly isSpokenOf: (place: number) => boolean,
    readonly nameOf: (place: number) => string,
    readonly parentOf: (place: number) => number,
  ) {}

  of(place: number): Over {
    let known = this.#said.get(place);
    if (known) return known;
    this.#said.set(place, (known = { lines: [], meta: null }));
    const parent = this.parentOf(place);
    if (parent < 0 || this.isSpokenOf(parent)) this.tops.set(place, parent);
    else {
      this.of(parent);
      const list = this.#below.get(parent);
      if (list) list.push(place);
      else this.#below.set(parent, [place]);
    }
    return known;
  }
  has(place: number): boolean {
    return this.#said.has(place);
  }
  /** The statement of a place, without the space before it. */
  block(place: number, indent: string, unit: string): Uint8Array {
    const { lines, meta } = this.#said.get(place)!;
    const inner = indent + unit;
    const words = meta ? ` (\n${inner}${meta(inner)}\n${indent})` : '';
    return joinBytes([
      encoder.encode(`over "${this.nameOf(place)}"${words}\n${indent}{`),
      ...lines.map((line) => encoder.encode(`\n${inner}${line}`)),
      ...(this.#below.get(place) ?? []).flatMap((child) => [
        encoder.encode(`\n${inner}`),
        this.block(child, inner, unit),
      ]),
      encoder.encode(`\n${indent}}`),
    ]);
  }
}
