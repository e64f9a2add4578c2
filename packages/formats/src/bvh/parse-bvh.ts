import { RenquilError } from '@renquil/core/errors';
import { TextUnits } from '../obj/text-units.js';

/** A joint of a BVH file. */
export interface BvhJoint {
  readonly name: string;
  /** Where its name stands. */
  readonly span: { readonly start: number; readonly end: number };
  readonly parent: number;
  readonly children: number[];
  /** From its parent, in the units of the file. */
  offset: readonly [number, number, number];
  /** What of it moves, in the order of the numbers of a frame. */
  channels: readonly string[];
}
/** A BVH file: its joints, parents first, and their motion. */
export interface Bvh {
  readonly file: string;
  readonly units: TextUnits;
  readonly joints: readonly BvhJoint[];
  /** Seconds of a frame. */
  readonly frameTime: number;
  /** One after another: all numbers of a frame. */
  readonly frames: Float64Array;
  readonly frameCount: number;
}
/** Bytes, joints, and joints in each other that a file may have. */
const most = { bytes: 500_000_000, joints: 100_000, depth: 10_000 };
const channel = /^[XYZ](position|rotation)$/i;

/** Biovision hierarchy: HIERARCHY of ROOT, JOINT and End Site, then MOTION (common practice; no standard says it). @throws RenquilError bvh-invalid with its line */
export function parseBvh(bytes: Uint8Array, file: string): Bvh {
  return new Parser(bytes, file).parse();
}

class Parser {
  readonly #units: TextUnits;
  readonly #text: string;
  #at: number;
  readonly #joints: BvhJoint[] = [];
  constructor(
    bytes: Uint8Array,
    readonly file: string,
  ) {
    if (bytes.length > most.bytes)
      throw new RenquilError('file-too-large', { file, limit: `${most.bytes / 1e6} MB` });
    this.#units = new TextUnits(bytes);
    this.#text = this.#units.text;
    this.#at = this.#units.start;
  }
  parse(): Bvh {
    if (this.#word().toUpperCase() !== 'HIERARCHY') this.#fail('the first word is not "HIERARCHY"', 0);
    this.#hierarchy();
    const { file } = this;
    const motion = this.#motion();
    return { ...{ file, units: this.#units, joints: this.#joints }, ...motion };
  }
  /** Braces are counted here, so that however deep they go nothing calls itself. */
  #hierarchy(): void {
    const open: number[] = [];
    for (;;) {
      const start = this.#skip();
      const word = this.#word();
      switch (word.toUpperCase()) {
        case 'ROOT':
          if (open.length) this.#fail('a root stands within another', start);
          open.push(this.#joint(-1, start));
          break;
        case 'JOINT':
          if (!open.length || open.at(-1)! < 0) this.#fail('a joint stands in no other', start);
          if (open.length >= most.depth)
            this.#fail(`joints stand deeper in each other than ${most.depth}`, start);
          open.push(this.#joint(open.at(-1)!, start));
          break;
        case 'END':
          if (this.#word().toUpperCase() !== 'SITE' || !open.length)
            this.#fail('"End" without "Site" of a joint', start);
          this.#brace(start);
          open.push(-1);
          break;
        case 'OFFSET': {
          const [x = 0, y = 0, z = 0] = this.#numbers(3);
          const of = this.#joints[open.at(-1) ?? -1];
          if (of) of.offset = [x, y, z];
          break;
        }
        case 'CHANNELS':
          this.#channels(open.at(-1) ?? -1);
          break;
        case '}':
          if (!open.length) this.#fail('"}" closes nothing', start);
          open.pop();
          break;
        case 'MOTION':
          if (open.length) this.#fail('a brace is not closed before "MOTION"', start);
          if (!this.#joints.length) this.#fail('it has no joints', start);
          return;
        default:
          this.#fail(
            word ? `"${word.slice(0, 40)}" is no word of a hierarchy` : 'it ends within its hierarchy',
            start,
          );
      }
    }
  }
  #joint(parent: number, from: number): number {
    if (this.#joints.length >= most.joints) this.#fail(`it has more than ${most.joints} joints`, from);
    const line = /[^\r\n]*/y;
    line.lastIndex = this.#at;
    const rest = line.exec(this.#text)![0];
    // Cut from its ends: a pattern that gives back would take the square of a long line.
    const open = rest.trimEnd();
    const named = (open.endsWith('{') ? open.slice(0, -1) : open).trimEnd();
    const start = this.#at + named.length - named.trimStart().length;
    const span = { start, end: this.#at + named.length };
    if (span.end <= span.start) this.#fail('a joint has no name', from);
    this.#at = span.end;
    this.#brace(from);
    const at = this.#joints.length;
    this.#joints.push({
      ...{ name: this.#units.words(span.start, span.end), span, parent },
      ...{ children: [], offset: [0, 0, 0], channels: [] },
    });
    if (parent >= 0) this.#joints[parent]!.children.push(at);
    return at;
  }
  #channels(at: number): void {
    const start = this.#at;
    const [count = 0] = this.#numbers(1);
    const names = Array.from({ length: Math.min(count, 10) }, () => this.#word());
    if (count !== names.length || !names.every((name) => channel.test(name)))
      this.#fail('these are no channels', start);
    const of = this.#joints[at];
    if (of) of.channels = names.map((name) => name[0]!.toUpperCase() + name.slice(1).toLowerCase());
  }
  #motion(): Pick<Bvh, 'frameTime' | 'frames' | 'frameCount'> {
    const start = this.#skip();
    const head = /Frames:\s*(\d+)\s+Frame\s+Time:\s*([\d.eE+-]+)/iy;
    head.lastIndex = start;
    const found = head.exec(this.#text);
    const [frames, frameTime] = [Number(found?.[1]), Number(found?.[2])];
    if (!found || !Number.isSafeInteger(frames) || !(frameTime > 0))
      this.#fail('"Frames:" and "Frame Time:" are missing', start);
    const each = this.#joints.reduce((sum, { channels }) => sum + channels.length, 0);
    this.#at = head.lastIndex;
    // No more room is made than there are letters for.
    const room = Math.min(frames * each, Math.ceil((this.#text.length - this.#at) / 2));
    const numbers = new Float64Array(room);
    const number = /[^\s]+/g;
    number.lastIndex = this.#at;
    let count = 0;
    for (; count < room; count++) {
      const word = number.exec(this.#text);
      const n = word ? Number(word[0]) : Number.NaN;
      if (!Number.isFinite(n)) {
        if (word) this.#fail(`"${word[0].slice(0, 40)}" is no number of a frame`, word.index);
        break;
      }
      numbers[count] = n;
    }
    const whole = each ? Math.floor(count / each) : 0;
    if (whole < frames && each) this.#fail(`it says ${frames} frames and has ${whole}`, start);
    return { frameTime, frames: numbers, frameCount: whole };
  }

  /** Where the next word begins. */
  #skip(): number {
    while (this.#at < this.#text.length && /\s/.test(this.#text[this.#at]!)) this.#at++;
    return this.#at;
  }
  #word(): string {
    const start = this.#skip();
    if (this.#text[start] === '{' || this.#text[start] === '}') return this.#text[this.#at++]!;
    const word = /[^\s{}]*/y;
    word.lastIndex = start;
    const found = word.exec(this.#text)![0];
    this.#at += found.length;
    return found;
  }
  #numbers(count: number): number[] {
    return Array.from({ length: count }, () => {
      const start = this.#skip();
      const word = this.#word();
      const n = Number(word);
      return word && Number.isFinite(n) ? n : this.#fail(`"${word.slice(0, 40)}" is no number`, start);
    });
  }
  #brace(from: number): void {
    if (this.#word() !== '{') this.#fail('"{" is missing', from);
  }
  #fail(detail: string, at = this.#at): never {
    const line = this.#text.slice(0, at).split(/\r\n|\r|\n/).length;
    throw new RenquilError('bvh-invalid', { file: this.file, line, detail });
  }
}
