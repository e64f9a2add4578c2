import type { CrateFile } from './crate-file.js';
import { valueTypes, type CrateValues } from './crate-values.js';
import type { ValueRep } from './value-rep.js';
import { assetText, doubleText, quoted } from './usda-words-of.js';

/** One operation of a list (OpenUSD, SdfListOp): the word before its name, and its items as text. */
export interface ListPart {
  /** Empty: these are all there are. */
  readonly op: string;
  readonly items: readonly string[];
}
/** Which lists follow the first byte, in their order (AOUSD Core Specification, 16.3, list operations), by its bits. */
const parts: readonly (readonly [number, string])[] = [
  [2, ''],
  [4, 'add'],
  [32, 'prepend'],
  [64, 'append'],
  [8, 'delete'],
  [16, 'reorder'],
];
const isExplicit = 1;
/** Paths that are kept as text: thousands of prims are bound to the same material. */
const [mostPaths, longestPath] = [10_000, 1000];

/** Reads what of a crate file is in lists: operations on them, paths, references. */
export class CrateLists {
  readonly #items: ReadonlyMap<number, () => string>;
  constructor(
    readonly file: CrateFile,
    readonly values: CrateValues,
  ) {
    const { reader } = file;
    this.#items = new Map<number, () => string>([
      [valueTypes.tokenListOp, () => quoted(file.token(reader.u32()))],
      [valueTypes.stringListOp, () => quoted(file.string(reader.u32()))],
      [valueTypes.pathListOp, () => this.#path()],
      [valueTypes.referenceListOp, () => this.#reference(true)],
      [valueTypes.payloadListOp, () => this.#reference(false)],
      [valueTypes.intListOp, () => String(reader.i32())],
      [valueTypes.int64ListOp, () => String(reader.i64())],
      [valueTypes.uintListOp, () => String(reader.u32())],
      [valueTypes.uint64ListOp, () => String(reader.u64())],
    ]);
  }
  isList({ type }: ValueRep): boolean {
    return this.#items.has(type) || type === valueTypes.payload || type === valueTypes.pathVector;
  }
  /** The operations of a value that is a list, one after another. */
  parts(rep: ValueRep): ListPart[] {
    const { reader } = this.file;
    return reader.elsewhere(rep.payload, () => {
      if (rep.type === valueTypes.payload) return [{ op: '', items: [this.#reference(false)] }];
      if (rep.type === valueTypes.pathVector) return [{ op: '', items: this.#list(() => this.#path()) }];
      const item = this.#items.get(rep.type) ?? this.values.unread(rep);
      const flags = reader.u8();
      const found: ListPart[] = [];
      for (const [bit, op] of parts) if (flags & bit) found.push({ op, items: this.#list(item) });
      // None at all, said so.
      if (flags & isExplicit && !(flags & 2)) found.unshift({ op: '', items: [] });
      return found;
    });
  }
  #list(item: () => string): string[] {
    const { reader, limits } = this.file;
    let length = 0;
    return Array.from({ length: reader.count(4) }, () => {
      const text = item();
      // Many may mean one long text.
      if ((length += text.length) > limits.line) reader.fail(`a list is longer than ${limits.line} letters`);
      return text;
    });
  }
  #path(): string {
    return this.path(this.file.reader.u32());
  }
  path(index: number): string {
    const { paths, reader } = this.file;
    if (index >= paths.count) reader.fail(`there is no path ${index}`);
    let known = this.#known.get(index);
    if (known === undefined) {
      known = `<${paths.text(index)}>`;
      if (this.#known.size < mostPaths && known.length <= longestPath) this.#known.set(index, known);
    }
    return known;
  }
  readonly #known = new Map<number, string>();
  /** A reference, or a payload, which came to have an offset with version 0.8. */
  #reference(hasData: boolean): string {
    const { file } = this;
    const { reader } = file;
    const asset = file.string(reader.u32());
    const path = reader.u32();
    const target = path < file.paths.count ? file.paths.text(path) : '';
    const more: string[] = [];
    if (hasData || file.version >= 8) {
      const [offset, scale] = [reader.f64(), reader.f64()];
      if (offset !== 0) more.push(`offset = ${doubleText(offset)}`);
      if (scale !== 1) more.push(`scale = ${doubleText(scale)}`);
    }
    // What was kept with a reference is not read: nobody has anything there but programs that keep it for themselves.
    if (hasData && reader.u64() !== 0n) reader.fail('a reference with data of its own is not read');
    const own = more.length ? ` (${more.join('; ')})` : '';
    return `${asset ? assetText(asset) : ''}${target || !asset ? `<${target === '/' ? '' : target}>` : ''}${own}`;
  }
  /** Pairs of paths, where something stands elsewhere than it came from. */
  relocates({ payload }: ValueRep): string[] {
    const { reader } = this.file;
    return reader.elsewhere(payload, () =>
      this.#list(() => {
        const from = this.#path();
        return `${from}: ${this.#path()}`;
      }),
    );
  }
  /** Which variant is chosen of each set. */
  selections(rep: ValueRep): string[] {
    const { reader } = this.file;
    if (!rep.payload) return [];
    return reader.elsewhere(rep.payload, () =>
      this.#list(() => {
        const set = this.file.string(reader.u32());
        return `string ${quoted(set)} = ${quoted(this.file.string(reader.u32()))}`;
      }),
    );
  }
  /** The layers that it is on, each with its offset. */
  subLayers(names: ValueRep, offsets: ValueRep | undefined): string[] {
    const { reader } = this.file;
    const given =
      offsets === undefined || !offsets.payload
        ? []
        : reader.elsewhere(offsets.payload, () =>
            Array.from({ length: reader.count(16) }, () => [reader.f64(), reader.f64()] as const),
          );
    return this.values.names(names).map((name, i) => {
      const [offset, scale] = given[i] ?? [0, 1];
      const more = [
        ...(offset !== 0 ? [`offset = ${doubleText(offset)}`] : []),
        ...(scale !== 1 ? [`scale = ${doubleText(scale)}`] : []),
      ];
      return assetText(name) + (more.length ? ` (${more.join('; ')})` : '');
    });
  }
}
