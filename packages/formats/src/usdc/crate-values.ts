import { unpackInts, unpackLongs } from './crate-ints.js';
import type { CrateFile } from './crate-file.js';
import type { TextOut } from './text-out.js';
import type { ValueRep } from './value-rep.js';
import { assetText, doubleText, floatText, halfOf, quoted } from './usda-words-of.js';
import {
  bytesOf,
  nextNumber,
  numbersAt,
  numbersOf,
  numberTypes,
  valueText,
  type NumberType,
} from './value-types.js';

/** Types that are no numbers, by their number in the file (AOUSD Core Specification, 16.3, value types). */
export const valueTypes = {
  ...{ string: 10, token: 11, asset: 12, dictionary: 31, tokenListOp: 32, stringListOp: 33, pathListOp: 34 },
  ...{
    referenceListOp: 35,
    intListOp: 36,
    int64ListOp: 37,
    uintListOp: 38,
    uint64ListOp: 39,
    pathVector: 40,
  },
  ...{
    tokenVector: 41,
    specifier: 42,
    permission: 43,
    variability: 44,
    variantSelection: 45,
    timeSamples: 46,
  },
  ...{
    payload: 47,
    doubleVector: 48,
    layerOffsets: 49,
    stringVector: 50,
    block: 51,
    value: 52,
    unregistered: 53,
  },
  ...{ unregisteredListOp: 54, payloadListOp: 55, pathExpression: 57, relocates: 58 },
} as const;
const textTypes: ReadonlyMap<number, string> = new Map([
  ...([
    [valueTypes.string, 'string'],
    [valueTypes.token, 'token'],
    [valueTypes.asset, 'asset'],
  ] as const),
  [valueTypes.pathExpression, 'pathExpression'],
]);
/** Lists with fewer numbers are never packed. */
const leastPacked = 16;
/** Numbers of a list that is written in one piece, and such lists that are kept. */
const [fewNumbers, mostShort] = [64, 10_000];

/** Writes the values of a crate file as the text of a layer. */
export class CrateValues {
  constructor(
    readonly file: CrateFile,
    readonly out: TextOut,
  ) {}
  /** What a dictionary calls the type of a value; null: it has no word for it. */
  typeName({ type, isArray }: ValueRep): string | null {
    if (type === valueTypes.dictionary) return 'dictionary';
    if (type === valueTypes.tokenVector || type === valueTypes.stringVector)
      return type === valueTypes.tokenVector ? 'token[]' : 'string[]';
    if (type === valueTypes.doubleVector) return 'double[]';
    const name = numberTypes.get(type)?.name ?? textTypes.get(type);
    return name === undefined ? null : name + (isArray ? '[]' : '');
  }
  /** The value of a field, whatever it is. @param deep values that it stands in */
  put(rep: ValueRep, deep = 0): void {
    const { out } = this;
    if (deep > this.file.limits.nesting)
      this.file.reader.fail('values stand deeper in each other than is read');
    const numbers = numberTypes.get(rep.type);
    if (numbers) return rep.isArray ? this.#numbers(rep, numbers) : out.put(this.#number(rep, numbers));
    if (textTypes.has(rep.type)) return rep.isArray ? this.#texts(rep) : out.put(this.#text(rep));
    switch (rep.type) {
      case valueTypes.block:
        return out.put('None');
      case valueTypes.dictionary:
        return this.#dictionary(rep, deep);
      case valueTypes.tokenVector:
      case valueTypes.stringVector:
        return this.#listed(this.names(rep), quoted);
      case valueTypes.doubleVector:
        return this.#listed(this.doubles(rep), doubleText);
      case valueTypes.permission:
        return out.put(rep.payload === 1 ? 'private' : 'public');
      case valueTypes.specifier:
      case valueTypes.variability:
        return out.put(quoted(String(rep.payload)));
      case valueTypes.value:
      case valueTypes.unregistered:
        return this.#at(rep, () => this.put(this.#further(), deep + 1));
      default:
        this.unread(rep);
    }
  }
  /** @throws RenquilError usdc-invalid, with what it holds that is not read */
  unread({ type }: ValueRep): never {
    this.file.reader.fail(`a value of the type ${type} is not read`);
  }
  #at<T>({ payload }: ValueRep, read: (reader: CrateFile['reader']) => T): T {
    const { reader } = this.file;
    return reader.elsewhere(payload, () => read(reader));
  }
  /** What stands at a distance that is told here; what comes next stands behind that. */
  #further(): ValueRep {
    const { reader } = this.file;
    const { at } = reader;
    reader.at = at + reader.offset();
    return reader.rep();
  }

  #number(rep: ValueRep, type: NumberType): string {
    const count = numbersOf(type);
    if (!rep.isInlined)
      return this.#at(rep, (reader) =>
        valueText(
          type,
          Array.from({ length: count }, () => nextNumber(reader, type.kind)),
        ),
      );
    const bits = rep.payload >>> 0;
    const view = new DataView(new ArrayBuffer(4));
    view.setUint32(0, bits, true);
    if (type.shape === 'one') return valueText(type, [inlined(type, view)]);
    // What does not fit is whole numbers of a byte each; of a matrix, its diagonal.
    if (type.kind === 'half' && type.size === 2)
      return valueText(
        type,
        [0, 2].map((at) => doubleText(halfOf(view.getUint16(at, true)))),
      );
    if (type.shape !== 'matrix')
      return valueText(
        type,
        Array.from({ length: count }, (_, i) => String(view.getInt8(i))),
      );
    const on = (i: number): string =>
      i % (type.size + 1) === 0 ? String(view.getInt8(i / (type.size + 1))) : '0';
    return valueText(
      type,
      Array.from({ length: count }, (_, i) => on(i)),
    );
  }
  #text(rep: ValueRep): string {
    const { file } = this;
    if (rep.type === valueTypes.asset && rep.isInlined) return assetText(file.token(rep.payload));
    if (rep.type === valueTypes.token)
      return quoted(file.token(rep.isInlined ? rep.payload : this.#index(rep)));
    const text = file.string(rep.isInlined ? rep.payload : this.#index(rep));
    return rep.type === valueTypes.asset ? assetText(text) : quoted(text);
  }
  #index(rep: ValueRep): number {
    return this.#at(rep, (reader) => reader.u32());
  }
  /** How many values a list has, with the reader behind that. */
  #length(each: number): number {
    const { reader, version, limits } = this.file;
    if (version < 5) reader.u32();
    const count = version < 7 ? reader.u32() : Number(reader.u64());
    if (!(count <= limits.numbers)) reader.fail(`a list of ${count} is longer than is read`);
    if (count * each > reader.bytes.length - reader.at)
      reader.fail(`a list of ${count} goes past the end of the file`);
    return count;
  }
  /** Each by itself: together they may be longer than a text can be. */
  #listed<T>(items: readonly T[], text: (item: T) => string): void {
    this.out.put('[');
    items.forEach((item, i) => this.out.put((i ? ', ' : '') + text(item)));
    this.out.put(']');
  }
  #texts(rep: ValueRep): void {
    const { file, out } = this;
    if (!rep.payload) return out.put('[]');
    this.#at(rep, (reader) => {
      const count = this.#length(4);
      const indexes = Array.from({ length: count }, () => reader.u32());
      if (rep.type === valueTypes.token) return this.#listed(indexes, (index) => quoted(file.token(index)));
      const put = rep.type === valueTypes.asset ? assetText : quoted;
      this.#listed(indexes, (index) => put(file.string(index)));
    });
  }
  #numbers(rep: ValueRep, type: NumberType): void {
    const { out } = this;
    if (!rep.payload || rep.isInlined) return out.put('[]');
    const known = rep.isPacked ? undefined : this.#short.get(rep.payload * 256 + rep.type);
    if (known !== undefined) return out.put(known);
    this.#at(rep, (reader) => {
      const each = numbersOf(type);
      const count = this.#length(rep.isPacked ? 0 : each * bytesOf[type.kind]);
      const isPacked = rep.isPacked && count >= leastPacked;
      if (!isPacked && count * each <= fewNumbers) return this.#few(rep, type, count);
      const next = isPacked ? this.#packed(type, count) : numbersAt(reader, type.kind, count * each);
      const numbers: string[] = [];
      out.put('[');
      for (let i = 0; i < count; i++) {
        for (let k = 0; k < each; k++) numbers[k] = next(i * each + k);
        out.put((i ? ', ' : '') + valueText(type, numbers));
      }
      out.put(']');
    });
  }
  /** A short list is written in one piece; what many prims say stands in the file once, and is read once. */
  #few(rep: ValueRep, type: NumberType, count: number): void {
    const { reader } = this.file;
    const each = numbersOf(type);
    let text = '[';
    for (let i = 0; i < count; i++) {
      const numbers: string[] = [];
      for (let k = 0; k < each; k++) numbers.push(nextNumber(reader, type.kind));
      text += (i ? ', ' : '') + valueText(type, numbers);
    }
    text += ']';
    if (!rep.isPacked && this.#short.size < mostShort) this.#short.set(rep.payload * 256 + rep.type, text);
    this.out.put(text);
  }
  /** Texts of short lists by where they stand in the file, and what they are of. */
  readonly #short = new Map<number, string>();
  /** Numbers that are packed: whole ones by their differences, others as whole ones or from a table of those that there are. */
  #packed({ kind }: NumberType, count: number): (i: number) => string {
    const { reader } = this.file;
    if (kind === 'i32' || kind === 'u32') {
      const ints = this.#ints(count);
      return kind === 'i32' ? (i) => String(ints[i]!) : (i) => String(ints[i]! >>> 0);
    }
    if (kind === 'i64' || kind === 'u64') {
      const packed = reader.packed();
      const longs = reader.unpack(() => unpackLongs(packed, count));
      return kind === 'i64' ? (i) => String(longs[i]!) : (i) => String(BigInt.asUintN(64, longs[i]!));
    }
    const code = String.fromCharCode(reader.u8());
    if (code === 'i') {
      const ints = this.#ints(count);
      return (i) => String(ints[i]!);
    }
    if (code !== 't') reader.fail(`numbers packed as "${code}" are not known`);
    const table = reader.u32();
    if (table * bytesOf[kind] > reader.bytes.length - reader.at)
      reader.fail('a table goes past the end of the file');
    const texts = Array.from({ length: table }, () => nextNumber(reader, kind));
    const indexes = this.#ints(count);
    return (i) => texts[indexes[i]!] ?? reader.fail(`there is no number ${indexes[i]} in the table`);
  }
  #ints(count: number): Int32Array {
    const { reader } = this.file;
    const packed = reader.packed();
    return reader.unpack(() => unpackInts(packed, count));
  }
  #dictionary(rep: ValueRep, deep: number): void {
    if (!rep.payload || rep.isInlined) return this.out.put('{}');
    this.#at(rep, (reader) => {
      this.out.put('{\n');
      for (let left = reader.count(12); left > 0; left--) {
        const key = this.file.string(reader.u32());
        const rep = this.#further();
        const type = this.typeName(rep) ?? this.unread(rep);
        this.out.put(`${type} ${quoted(key)} = `);
        this.put(rep, deep + 1);
        this.out.put('\n');
      }
      this.out.put('}');
    });
  }

  /** Tokens or strings in a row. */
  names(rep: ValueRep): string[] {
    if (!rep.payload) return [];
    return this.#at(rep, (reader) =>
      Array.from({ length: reader.count(4) }, () =>
        rep.type === valueTypes.stringVector ? this.file.string(reader.u32()) : this.file.token(reader.u32()),
      ),
    );
  }
  doubles(rep: ValueRep): number[] {
    if (!rep.payload) return [];
    return this.#at(rep, (reader) => Array.from({ length: reader.count(8) }, () => reader.f64()));
  }
  /** Samples over time: their times, and the values, each written by `put`. */
  samples(rep: ValueRep): { times: number[]; values: ValueRep[] } {
    return this.#at(rep, (reader) => {
      const times = this.doubles(this.#further());
      const { at } = reader;
      reader.at = at + reader.offset();
      return { times, values: Array.from({ length: reader.count(8) }, () => reader.rep()) };
    });
  }
}
/** One number of at most 32 bits; one of more was written as one of these, since that is what it is. */
function inlined({ kind }: NumberType, view: DataView): string {
  if (kind === 'u8') return String(view.getUint8(0));
  if (kind === 'i32' || kind === 'i64') return String(view.getInt32(0, true));
  if (kind === 'u32' || kind === 'u64') return String(view.getUint32(0, true));
  if (kind === 'half') return doubleText(halfOf(view.getUint16(0, true)));
  const float = view.getFloat32(0, true);
  return kind === 'float' ? floatText(float) : doubleText(float);
}
