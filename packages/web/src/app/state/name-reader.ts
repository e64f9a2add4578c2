import { readName, type CompiledConvention, type NameReading, type PatternKey } from '@renquil/core/names';

/** Reads names, remembering the last few thousand, since a scrolling ledger asks for the same ones again. */
export class NameReader {
  readonly #known = new Map<string, NameReading>();
  constructor(readonly convention: CompiledConvention) {}
  read(kind: PatternKey, name: string): NameReading {
    const key = `${kind}\u0000${name}`;
    let reading = this.#known.get(key);
    if (!reading) {
      if (this.#known.size > 4000) this.#known.clear();
      reading = readName(this.convention, kind, name);
      this.#known.set(key, reading);
    }
    return reading;
  }
}
