import { joinBytes } from '../join-bytes.js';

/** Letters that are kept as text before they become bytes. */
const mostKept = 1 << 20;

/** A long text, written a piece at a time. */
export class TextOut {
  readonly #done: Uint8Array[] = [];
  readonly #encoder = new TextEncoder();
  #now = '';
  #length = 0;
  /** @param full is told when there is no more room than so many bytes */
  constructor(
    readonly most: number,
    readonly full: () => never,
  ) {}
  put(text: string): void {
    this.#now += text;
    if (this.#now.length > mostKept) this.#flush();
  }
  whole(): Uint8Array {
    this.#flush();
    return joinBytes(this.#done);
  }
  #flush(): void {
    const bytes = this.#encoder.encode(this.#now);
    this.#done.push(bytes);
    this.#length += bytes.length;
    if (this.#length > this.most) this.full();
    this.#now = '';
  }
}
