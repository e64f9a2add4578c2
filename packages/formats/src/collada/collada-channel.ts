import type { XmlElement } from '@rgrove/parse-xml';
import { isTransform, numbersOf } from './collada-numbers.js';
import type { FindById } from './collada-shapes.js';
import { element, elements } from './xml-file.js';

/** What changes a transform of a node over time (ISO/PAS 17506, channel). */
export interface ColladaChannel {
  readonly node: XmlElement;
  /** An element of the node. */
  readonly transform: XmlElement;
  /** Which of its numbers; null: all of them. */
  readonly member: number | null;
  /** Seconds, rising. */
  readonly times: readonly number[];
  /** `width` for each time. */
  readonly values: readonly number[];
  readonly width: number;
}
const members: Readonly<Record<string, number>> = { X: 0, Y: 1, Z: 2, ANGLE: 3 };
/** Children of nodes, and keys, that are looked at for all channels of a file: what is said of more is not read. */
const mostLooked = 2 ** 27;

/** Reads channels; several may share their times and values, which are read once. */
export class ChannelReader {
  readonly #numbers = new Map<XmlElement, readonly number[]>();
  #left = mostLooked;
  constructor(readonly find: FindById) {}

  /** Null: it changes no transform of a node, or does not say how. */
  read(one: XmlElement): ColladaChannel | null {
    const { find } = this;
    // An id, the `sid` of a transform, and of that one number by its name or its place.
    const said = /^([^/]+)\/([^/.()]+)(?:\.(\w+)|\((\d)\))?$/.exec(one.attributes['target'] ?? '');
    if (!said) return null;
    const [, id, sid, word, place] = said;
    const node = find(`#${id!}`);
    if (node?.name !== 'node' || !this.#mayLook(node.children.length)) return null;
    const transform = elements(node).find((own) => isTransform(own) && own.attributes['sid'] === sid);
    if (!transform) return null;
    const member = word !== undefined ? (members[word] ?? -1) : place === undefined ? null : Number(place);
    const count = numbersOf(transform).length;
    if (member !== null && (member < 0 || member >= count)) return null;
    const sampler = find(one.attributes['source']);
    const times = this.#source(sampler, 'INPUT');
    const values = this.#source(sampler, 'OUTPUT');
    const width = member === null ? count : 1;
    const isWhole = values.width === width && values.numbers.length >= times.numbers.length * width;
    if (!times.numbers.length || !isWhole || !this.#mayLook(times.numbers.length)) return null;
    if (!times.numbers.every((n, at) => at === 0 || n > times.numbers[at - 1]!)) return null;
    return { node, transform, member, times: times.numbers, values: values.numbers, width };
  }
  #mayLook(count: number): boolean {
    return (this.#left -= count) >= 0;
  }
  #source(
    sampler: XmlElement | null,
    semantic: string,
  ): { readonly numbers: readonly number[]; readonly width: number } {
    const input = elements(sampler, 'input').find((own) => own.attributes['semantic'] === semantic);
    const source = this.find(input?.attributes['source']);
    const accessor = element(source, 'technique_common', 'accessor');
    const array = this.find(accessor?.attributes['source']) ?? element(source, 'float_array');
    const width = Number(accessor?.attributes['stride'] ?? 1);
    if (!array) return { numbers: [], width };
    let numbers = this.#numbers.get(array);
    if (!numbers) this.#numbers.set(array, (numbers = numbersOf(array)));
    return { numbers, width };
  }
}
/** The numbers of a channel at a time: straight from key to key, before the first and behind the last what those say. */
export function numbersAt({ times, values, width }: ColladaChannel, time: number): number[] {
  let [low, high] = [0, times.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (times[middle]! <= time) low = middle;
    else high = middle;
  }
  const [from, to] = [times[low]!, times[high]!];
  const by = to > from ? Math.min(1, Math.max(0, (time - from) / (to - from))) : 0;
  return Array.from({ length: width }, (_, i) => {
    const [a, b] = [values[low * width + i]!, values[high * width + i]!];
    return by === 0 ? a : by === 1 ? b : a + (b - a) * by;
  });
}
