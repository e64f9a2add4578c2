/** Bytes that are put one stretch behind the other, each beginning where floats may. */
export class GrowingBytes {
  #bytes = new Uint8Array(2 ** 16);
  #floats = new Float32Array(this.#bytes.buffer);
  #corners = new Uint32Array(this.#bytes.buffer);
  /** A multiple of four. */
  length = 0;

  /** Room for so many numbers of four bytes: where they begin among all of that size. */
  take(count: number): number {
    const at = this.length / 4;
    this.length += count * 4;
    if (this.length > this.#bytes.length) this.#grow();
    return at;
  }
  /** Puts bytes in, up to a multiple of four: where the first of them stands. */
  put(bytes: Uint8Array): number {
    const at = this.take(Math.ceil(bytes.length / 4)) * 4;
    this.#bytes.set(bytes, at);
    return at;
  }
  /** As floats and as corners; others after the next `take`. */
  get floats(): Float32Array {
    return this.#floats;
  }
  get corners(): Uint32Array {
    return this.#corners;
  }
  /** All of it, without the room that is left. */
  whole(): Uint8Array {
    return this.#bytes.subarray(0, this.length);
  }
  #grow(): void {
    let size = this.#bytes.length;
    while (size < this.length) size *= 2;
    const more = new Uint8Array(size);
    more.set(this.#bytes);
    this.#bytes = more;
    this.#floats = new Float32Array(more.buffer);
    this.#corners = new Uint32Array(more.buffer);
  }
}
