/** What is said at a path, and what stands below it; without a type only the path is there. */
export interface CrateNode {
  /** `A`, `.x`, `{set=variant}`; empty: the root. */
  readonly element: string;
  /** Of its spec, as the file numbers them. */
  readonly type?: number;
  readonly fields?: Readonly<Record<string, CrateValue>>;
  readonly below?: readonly CrateNode[];
}
/** A value: one of four bytes, or what is written elsewhere in the file. */
export type CrateValue = (writer: CrateWriter) => bigint;

const inlined = 1n << 62n;
const rep = (type: number, payload: number | bigint, flags = 0n): bigint =>
  flags | (BigInt(type) << 48n) | BigInt(payload);

/** Values, by what they are. */
export const crateValues = {
  plain:
    (type: number, bits: number): CrateValue =>
    () =>
      rep(type, bits, inlined),
  token:
    (text: string): CrateValue =>
    (writer) =>
      rep(11, writer.token(text), inlined),
  string:
    (text: string): CrateValue =>
    (writer) =>
      rep(10, writer.string(text), inlined),
  tokens:
    (texts: readonly string[]): CrateValue =>
    (writer) =>
      rep(
        41,
        writer.list(texts, (text) => writer.u32(writer.token(text))),
      ),
  strings:
    (...texts: string[]): CrateValue =>
    (writer) =>
      rep(
        50,
        writer.list(texts, (text) => writer.u32(writer.string(text))),
      ),
  selection:
    (...pairs: [string, string][]): CrateValue =>
    (writer) =>
      rep(
        45,
        writer.list(pairs, ([set, name]) => {
          writer.u32(writer.string(set));
          writer.u32(writer.string(name));
        }),
      ),
  offsets:
    (...pairs: [number, number][]): CrateValue =>
    (writer) =>
      rep(
        49,
        writer.list(pairs, (pair) => pair.forEach((n) => writer.f64(n))),
      ),
  /** @param lists by their words: explicit, add, prepend, append, delete, reorder */
  listOp:
    <T>(
      type: number,
      lists: Readonly<Record<string, readonly T[]>>,
      put: (writer: CrateWriter, one: T) => void,
    ): CrateValue =>
    (writer) => {
      const at = writer.length;
      const bits = { explicit: 3, add: 4, prepend: 32, append: 64, delete: 8, reorder: 16 };
      writer.u8(Object.keys(lists).reduce((flags, name) => flags | bits[name as keyof typeof bits], 0));
      for (const name of Object.keys(bits))
        if (lists[name]) writer.list(lists[name], (one) => put(writer, one));
      return rep(type, at);
    },
  /** A reference, or a payload, which has no data. */
  arc:
    (hasData: boolean) =>
    (
      writer: CrateWriter,
      [asset, path, offset = 0, scale = 1]: readonly [string, string, number?, number?],
    ): void => {
      writer.u32(writer.string(asset));
      writer.u32(writer.path(path));
      writer.f64(offset);
      writer.f64(scale);
      if (hasData) writer.u64(0);
    },
};

/**
 * Writes a binary file of OpenUSD, version 0.8 (AOUSD Core Specification, 16.3), of what the reference here does not write itself:
 * lists with operations, references, variants, layers. Nothing in it is made smaller, though all stands as what is packed does.
 */
export class CrateWriter {
  readonly #bytes: Uint8Array;
  readonly #view: DataView;
  length = 88;
  readonly #tokens = new Map<string, number>();
  readonly #strings = new Map<number, number>();
  readonly #paths = new Map<string, number>();
  /** @param room bytes that it has */
  constructor(room = 1 << 20) {
    this.#bytes = new Uint8Array(room);
    this.#view = new DataView(this.#bytes.buffer);
  }
  token(text: string): number {
    return numbered(this.#tokens, text);
  }
  string(text: string): number {
    return numbered(this.#strings, this.token(text));
  }
  path(text: string): number {
    const at = this.#paths.get(text);
    if (at === undefined && text) throw new Error(`the path ${text} is not in the tree`);
    return at ?? 0xffff_ffff;
  }
  u8(n: number): void {
    this.#view.setUint8(this.length++, n);
  }
  u32(n: number): void {
    this.#view.setUint32(this.length, n, true);
    this.length += 4;
  }
  u64(n: number | bigint): void {
    this.#view.setBigUint64(this.length, BigInt(n), true);
    this.length += 8;
  }
  f64(n: number): void {
    this.#view.setFloat64(this.length, n, true);
    this.length += 8;
  }
  raw(bytes: Uint8Array): void {
    this.#bytes.set(bytes, this.length);
    this.length += bytes.length;
  }
  /** How many, and each. @returns where it begins */
  list<T>(items: readonly T[], put: (one: T) => void): number {
    const at = this.length;
    this.u64(items.length);
    items.forEach(put);
    return at;
  }
  write(root: CrateNode): Uint8Array {
    const rows: { node: CrateNode; jump: number }[] = [];
    this.#layOut(root, '', rows, false);
    const fields: { name: number; value: bigint }[] = [];
    const sets: number[] = [];
    const specs: [number, number, number][] = [];
    rows.forEach(({ node: { type, fields: own = {} } }, path) => {
      if (type === undefined) return;
      specs.push([path, sets.length, type]);
      for (const [name, value] of Object.entries(own))
        sets.push(fields.push({ name: this.token(name), value: value(this) }) - 1);
      sets.push(-1);
    });
    const elements = rows.map(({ node: { element } }, i) =>
      i === 0 ? 0 : element.startsWith('.') ? -this.token(element.slice(1)) : this.token(element),
    );
    const sections: [string, () => void][] = [
      ['TOKENS', () => this.#texts()],
      ['STRINGS', () => void this.list([...this.#strings.keys()], (at) => this.u32(at))],
      [
        'FIELDS',
        () => {
          this.u64(fields.length);
          this.#ints(fields.map(({ name }) => name));
          const values = new DataView(new ArrayBuffer(fields.length * 8));
          fields.forEach(({ value }, i) => values.setBigUint64(i * 8, value, true));
          this.#packed(new Uint8Array(values.buffer));
        },
      ],
      ['FIELDSETS', () => (this.u64(sets.length), this.#ints(sets))],
      [
        'PATHS',
        () => {
          this.u64(rows.length);
          this.u64(rows.length);
          this.#ints(rows.map((_, i) => i));
          this.#ints(elements);
          this.#ints(rows.map(({ jump }) => jump));
        },
      ],
      [
        'SPECS',
        () => (this.u64(specs.length), [0, 1, 2].forEach((i) => this.#ints(specs.map((one) => one[i]!)))),
      ],
    ];
    const places = sections.map(([name, put]) => {
      const start = this.length;
      put();
      return { name, start, size: this.length - start };
    });
    const contents = this.length;
    this.list(places, ({ name, start, size }) => {
      this.raw(new TextEncoder().encode(name.padEnd(16, '\0')));
      this.u64(start);
      this.u64(size);
    });
    this.#bytes.set(new TextEncoder().encode('PXR-USDC'), 0);
    this.#bytes.set([0, 8, 0], 8);
    this.#view.setBigUint64(16, BigInt(contents), true);
    return this.#bytes.slice(0, this.length);
  }
  /** Depth first; each with where to go on. */
  #layOut(node: CrateNode, above: string, rows: { node: CrateNode; jump: number }[], hasNext: boolean): void {
    const at = rows.length;
    const row = { node, jump: 0 };
    rows.push(row);
    const { element, below = [] } = node;
    const text = !element
      ? '/'
      : /^[.{]/.test(element) || /[}/]$/.test(above)
        ? above + element
        : `${above}/${element}`;
    this.#paths.set(text, at);
    below.forEach((child, i) => this.#layOut(child, text, rows, i < below.length - 1));
    row.jump = below.length ? (hasNext ? rows.length - at : -1) : hasNext ? 0 : -2;
  }
  #texts(): void {
    const texts = new TextEncoder().encode([...this.#tokens.keys()].map((text) => `${text}\0`).join(''));
    this.u64(this.#tokens.size);
    this.u64(texts.length);
    this.#packed(texts);
  }
  /** One block of literals alone (LZ4 block format). */
  #packed(bytes: Uint8Array): void {
    const more: number[] = [];
    for (let left = bytes.length - 15; left >= 0; left -= 255) more.push(Math.min(left, 255));
    if (more.at(-1) === 255) more.push(0);
    const head = [0, Math.min(bytes.length, 15) << 4, ...more];
    this.u64(head.length + bytes.length);
    this.raw(Uint8Array.from(head));
    this.raw(bytes);
  }
  /** Differences of 32 bits each. */
  #ints(numbers: readonly number[]): void {
    const codes = Math.ceil(numbers.length / 4);
    const view = new DataView(new ArrayBuffer(4 + codes + numbers.length * 4));
    numbers.forEach((n, i) => {
      view.setUint8(4 + (i >> 2), view.getUint8(4 + (i >> 2)) | (3 << ((i & 3) * 2)));
      view.setInt32(4 + codes + i * 4, n - (numbers[i - 1] ?? 0), true);
    });
    this.#packed(new Uint8Array(view.buffer));
  }
}
/** The number of a thing, in the order in which things came. */
function numbered<T>(known: Map<T, number>, thing: T): number {
  let at = known.get(thing);
  if (at === undefined) known.set(thing, (at = known.size));
  return at;
}
