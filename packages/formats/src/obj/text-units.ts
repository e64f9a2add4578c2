import { joinBytes } from '../join-bytes.js';

/**
 * A text file as units that are its characters one to one, so that a place in the text is a place in the bytes: bytes where
 * it is of one byte a character, pairs where a byte order mark says UTF-16. What was not changed is the same bytes.
 */
export class TextUnits {
  /** Structure and numbers can be read from it; words only where they are ASCII. */
  readonly text: string;
  readonly #size: 1 | 2;
  readonly #isLittle: boolean;
  /** How words of one byte a character are read: UTF-8 where all of the file is. */
  readonly #isUtf8: boolean;
  constructor(readonly bytes: Uint8Array) {
    const mark = bytes.length >= 2 ? (bytes[0]! << 8) | bytes[1]! : 0;
    this.#isLittle = mark === 0xfffe;
    this.#size = mark === 0xfeff || mark === 0xfffe ? 2 : 1;
    if (this.#size === 2) {
      const name = this.#isLittle ? 'utf-16le' : 'utf-16be';
      this.text = new TextDecoder(name, { ignoreBOM: true }).decode(
        bytes.subarray(0, bytes.length - (bytes.length % 2)),
      );
      this.#isUtf8 = false;
      return;
    }
    this.text = new TextDecoder('latin1').decode(bytes);
    this.#isUtf8 = isUtf8(bytes);
  }
  /** Where the text begins: behind a byte order mark. */
  get start(): number {
    const { bytes } = this;
    return this.#size === 2 ? 1 : bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  }
  /** The words of a part of the text, in the file's own encoding. */
  words(start: number, end: number): string {
    if (this.#size === 2) return this.text.slice(start, end);
    const part = this.bytes.subarray(start, end);
    if (this.#isUtf8) return decoder.decode(part);
    let out = '';
    for (const byte of part) out += String.fromCharCode(byte);
    return out;
  }
  /** Words as the file would have them; null: its encoding has none of them. */
  encoded(words: string): Uint8Array | null {
    if (this.#size === 2) {
      const out = new Uint8Array(words.length * 2);
      for (let i = 0; i < words.length; i++) {
        const unit = words.charCodeAt(i);
        out[2 * i + (this.#isLittle ? 1 : 0)] = unit >> 8;
        out[2 * i + (this.#isLittle ? 0 : 1)] = unit & 255;
      }
      return out;
    }
    if (this.#isUtf8) return new TextEncoder().encode(words);
    const units = [...words].map((letter) => letter.codePointAt(0)!);
    return units.every((unit) => unit < 256) ? Uint8Array.from(units) : null;
  }
  /** The bytes with parts of them replaced; changes in the order of their places, none within another. */
  with(changes: readonly TextChange[]): Uint8Array {
    if (!changes.length) return this.bytes;
    const pieces: Uint8Array[] = [];
    let at = 0;
    for (const { start, end, bytes } of changes) {
      pieces.push(this.bytes.subarray(at, start * this.#size), bytes);
      at = end * this.#size;
    }
    pieces.push(this.bytes.subarray(at));
    return joinBytes(pieces);
  }
}
/** A part of a text, and the bytes that stand there instead. */
export interface TextChange {
  readonly start: number;
  readonly end: number;
  readonly bytes: Uint8Array;
}

const decoder = new TextDecoder('utf-8', { ignoreBOM: true });
function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
}
