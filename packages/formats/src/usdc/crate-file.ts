import { CrateBytes } from './crate-bytes.js';
import { CrateFields, type FieldTable } from './crate-fields.js';
import { unpackInts } from './crate-ints.js';
import type { CrateLimits } from './crate-limits.js';
import { CratePaths } from './crate-paths.js';
import { unpackBlocks } from './lz4-block.js';

/** What a spec is of (AOUSD Core Specification, 16.3, specs). */
export const specTypes = {
  ...{ attribute: 1, prim: 6, root: 7, relationship: 8, variant: 10, variantSet: 11 },
} as const;
/** What is said of a path: fields by their name, each with where and how its value stands. */
export interface CrateSpec {
  readonly path: number;
  readonly type: number;
  readonly fields: CrateFields;
}
/** Versions of the format whose files are read: before, its tables were not packed; after, it may hold what is not known. */
const [first, last] = [4, 13];
const endOfSet = -1;

/**
 * A binary file of OpenUSD taken apart (AOUSD Core Specification, chapter 16.3, "Crate"): its texts, its paths, and what it says of
 * each. Values are not read, only found.
 * @throws RenquilError usdc-invalid with the byte
 */
export class CrateFile {
  /** Its minor version; the major one is 0. */
  readonly version: number;
  readonly reader: CrateBytes;
  readonly #sections = new Map<string, number>();
  constructor(
    bytes: Uint8Array,
    file: string,
    readonly limits: CrateLimits,
  ) {
    const reader = (this.reader = new CrateBytes(bytes, file));
    if (bytes.length > limits.bytes) reader.fail(`a crate file has at most ${limits.bytes} bytes`);
    reader.at = 8;
    const major = reader.u8();
    this.version = reader.u8();
    if (major !== 0 || this.version < first || this.version > last)
      reader.fail(
        `this is version ${major}.${this.version} of the format, and 0.${first} to 0.${last} are read`,
        8,
      );
    this.#readSections();
  }
  // Tables are read when they are asked for: who wants to know which files it names wants its tokens only.
  #tokens: readonly string[] | null = null;
  #strings: Uint32Array | null = null;
  #paths: CratePaths | null = null;
  #specs: readonly CrateSpec[] | null = null;
  get tokens(): readonly string[] {
    return (this.#tokens ??= this.reader.elsewhere(0, () => this.#readTokens()));
  }
  get paths(): CratePaths {
    return (this.#paths ??= this.reader.elsewhere(0, () => this.#readPaths()));
  }
  get specs(): readonly CrateSpec[] {
    return (this.#specs ??= this.reader.elsewhere(0, () => this.#readSpecs(this.#readFields())));
  }
  token(index: number, at = this.reader.at): string {
    return this.tokens[index] ?? this.reader.fail(`there is no token ${index}`, at);
  }
  string(index: number, at = this.reader.at): string {
    const strings = (this.#strings ??= this.reader.elsewhere(0, () => this.#readStrings()));
    return this.token(strings[index] ?? this.reader.fail(`there is no string ${index}`, at), at);
  }
  #readSections(): void {
    const { reader } = this;
    reader.at = 16;
    reader.at = reader.offset();
    for (let left = reader.count(32); left > 0; left--) {
      const name = new TextDecoder().decode(reader.take(16)).replace(/\0[^]*$/, '');
      this.#sections.set(name, reader.offset());
      reader.offset();
    }
  }
  #section(name: string): CrateBytes {
    const { reader } = this;
    reader.at = this.#sections.get(name) ?? reader.fail(`the section ${name} is missing`, 16);
    return reader;
  }
  /** How many items a table has. */
  #items(what: string): number {
    const count = Number(this.reader.u64());
    if (!(count <= this.limits.items))
      this.reader.fail(`${count} ${what} are more than are read`, this.reader.at - 8);
    return count;
  }
  #ints(count: number): Int32Array {
    const packed = this.reader.packed();
    return this.reader.unpack(() => unpackInts(packed, count));
  }
  #readTokens(): string[] {
    const reader = this.#section('TOKENS');
    const count = this.#items('tokens');
    const size = Number(reader.u64());
    if (size > this.limits.text) reader.fail(`tokens of ${size} bytes are more than are read`);
    const packed = reader.packed();
    const texts = reader.unpack(() => unpackBlocks(packed, size));
    const tokens: string[] = [];
    const decoder = new TextDecoder();
    for (let at = 0; tokens.length < count && at < texts.length;) {
      const end = texts.indexOf(0, at);
      const stop = end < 0 ? texts.length : end;
      tokens.push(decoder.decode(texts.subarray(at, stop)));
      at = stop + 1;
    }
    if (tokens.length < count) reader.fail(`${count - tokens.length} of ${count} tokens are missing`);
    return tokens;
  }
  #readStrings(): Uint32Array {
    const reader = this.#section('STRINGS');
    const strings = new Uint32Array(reader.count(4));
    for (let i = 0; i < strings.length; i++) strings[i] = reader.u32();
    return strings;
  }
  #readPaths(): CratePaths {
    const reader = this.#section('PATHS');
    const count = this.#items('paths');
    const coded = this.#items('paths');
    const [indexes, elements, jumps] = [this.#ints(coded), this.#ints(coded), this.#ints(coded)];
    return new CratePaths(count, { indexes, elements, jumps }, (token) => this.token(token, reader.at), {
      most: this.limits.depth,
      tooDeep: () => reader.fail(`paths have more than ${this.limits.depth} elements`),
    });
  }
  /** Names and values of fields, and what fields there are in a set, by where it begins. */
  #readFields(): (set: number) => CrateFields {
    const reader = this.#section('FIELDS');
    const count = this.#items('fields');
    const names = this.#ints(count);
    const packed = reader.packed();
    const values = reader.unpack(() => unpackBlocks(packed, count * 8));
    if (values.length < count * 8) reader.fail('values of fields are missing');
    this.#section('FIELDSETS');
    const sets = this.#ints(this.#items('sets of fields'));
    const table: FieldTable = {
      names: Array.from(names, (name) => this.tokens[name] ?? ''),
      values: new DataView(values.buffer, values.byteOffset, values.byteLength),
      sets,
    };
    const known = new Map<number, CrateFields>();
    return (set) => {
      let found = known.get(set);
      if (found) return found;
      const from = Math.max(0, set);
      let at = from;
      for (; at < sets.length && sets[at] !== endOfSet; at++) {
        if (at - from >= this.limits.fields) reader.fail(`a set has more than ${this.limits.fields} fields`);
        const field = sets[at]!;
        if (field < 0 || field >= count) reader.fail(`there is no field ${field}`);
        this.token(names[field]!);
      }
      known.set(set, (found = new CrateFields(table, from, set < 0 ? from : at)));
      return found;
    };
  }
  #readSpecs(fieldsOf: (set: number) => CrateFields): CrateSpec[] {
    this.#section('SPECS');
    const count = this.#items('specs');
    const [paths, sets, types] = [this.#ints(count), this.#ints(count), this.#ints(count)];
    return Array.from(paths, (path, i) => ({ path, type: types[i]!, fields: fieldsOf(sets[i]!) }));
  }
}
