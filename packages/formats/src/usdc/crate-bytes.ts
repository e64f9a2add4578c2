import { RenquilError } from '@renquil/core/errors';
import { Lz4Fault } from './lz4-block.js';
import { repOf, type ValueRep } from './value-rep.js';

/** Walks over the bytes of a crate file, little end first; whatever goes past its end is one error that names the byte. */
export class CrateBytes {
  at = 0;
  readonly #view: DataView;
  constructor(
    readonly bytes: Uint8Array,
    readonly file: string,
  ) {
    this.#view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }
  fail(detail: string, at = this.at): never {
    throw new RenquilError('usdc-invalid', { file: this.file, place: `byte ${at}`, detail });
  }
  #step(size: number): number {
    const { at } = this;
    if (!(at >= 0 && size >= 0 && at + size <= this.bytes.length))
      this.fail('what stands here goes past the end of the file');
    this.at = at + size;
    return at;
  }
  u8(): number {
    return this.bytes[this.#step(1)]!;
  }
  u16(): number {
    return this.#view.getUint16(this.#step(2), true);
  }
  i32(): number {
    return this.#view.getInt32(this.#step(4), true);
  }
  u32(): number {
    return this.#view.getUint32(this.#step(4), true);
  }
  i64(): bigint {
    return this.#view.getBigInt64(this.#step(8), true);
  }
  u64(): bigint {
    return this.#view.getBigUint64(this.#step(8), true);
  }
  /** A value as a field holds it. */
  rep(): ValueRep {
    const at = this.#step(8);
    return repOf(this.#view.getUint32(at, true), this.#view.getUint32(at + 4, true));
  }
  f32(): number {
    return this.#view.getFloat32(this.#step(4), true);
  }
  f64(): number {
    return this.#view.getFloat64(this.#step(8), true);
  }
  /** A place or a distance, which a file that can be held has no more of than a double counts. */
  offset(): number {
    return Number(this.i64());
  }
  /** How many there are, each of so many bytes at least, further on in the file. */
  count(each = 0): number {
    const count = Number(this.u64());
    if (count * each > this.bytes.length - this.at || count > 2 ** 31)
      this.fail(`${count} of something cannot stand here`, this.at - 8);
    return count;
  }
  take(size: number): Uint8Array {
    const from = this.#step(size);
    return this.bytes.subarray(from, from + size);
  }
  /** What is packed, with its length before it. */
  packed(): Uint8Array {
    return this.take(this.count(1));
  }
  /** Does something elsewhere in the file, and comes back. */
  elsewhere<T>(at: number, read: () => T): T {
    const back = this.at;
    this.at = at;
    const value = read();
    this.at = back;
    return value;
  }
  /** Unpacks, and says where it stands when that goes wrong. */
  unpack<T>(make: () => T): T {
    const { at } = this;
    try {
      return make();
    } catch (error) {
      if (error instanceof Lz4Fault)
        this.fail(`what is packed here cannot be unpacked: ${error.message}`, at);
      throw error;
    }
  }
}
