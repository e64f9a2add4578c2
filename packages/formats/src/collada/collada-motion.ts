import type { Mat4 } from '@renquil/core/math';
import type { XmlElement } from '@rgrove/parse-xml';
import type { Moves } from '../gltf/put-keys.js';
import { ChannelReader, numbersAt, type ColladaChannel } from './collada-channel.js';
import { matrixOf, numbersOf } from './collada-numbers.js';
import type { FindById } from './collada-shapes.js';
import { elements } from './xml-file.js';

/** Channels of one node that are read. */
const mostChannels = 1000;
/** A turn between two keys that is further than this goes by keys between, up to so many: glTF goes the short way (section 3.11). */
const [mostDegrees, mostBetween] = [30, 100];

/** How a node moves, with how much it is to work that out: numbers and elements that are looked at. */
export interface ColladaMoves extends Moves {
  readonly work: number;
}

/** What moves in a file, node by node. */
export class ColladaMotion {
  /** Channels that change something else than where a node stands (weights, colours), do not say how, or say it again. */
  readonly unread: number;
  readonly #of = new Map<XmlElement, ColladaChannel[]>();
  constructor(root: XmlElement, find: FindById) {
    const reader = new ChannelReader(find);
    let unread = 0;
    // Animations stand within animations.
    const stack = elements(root, 'library_animations').reverse();
    while (stack.length) {
      const one = stack.pop()!;
      stack.push(...elements(one, 'animation').reverse());
      for (const said of elements(one, 'channel')) {
        const channel = reader.read(said);
        // What is said again of the same is of another clip.
        if (!channel || !this.#take(channel)) unread++;
      }
    }
    this.unread = unread;
  }
  #take(channel: ColladaChannel): boolean {
    const own = this.#of.get(channel.node);
    if (!own) this.#of.set(channel.node, [channel]);
    else if (own.length >= mostChannels || own.some((one) => isOfSame(one, channel))) return false;
    else own.push(channel);
    return true;
  }
  /** How a node moves within its parent, in the units of the file; null: it does not, or it is more work than `most`. */
  of(node: XmlElement, most: number): ColladaMoves | null {
    const channels = this.#of.get(node);
    if (!channels) return null;
    const each = channels.length + elements(node).length;
    const isTooMuch = (count: number): boolean => count * each > most;
    if (channels.reduce((sum, { times }) => sum + times.length, 0) > most) return null;
    const said = [...new Set(channels.flatMap(({ times }) => times))].sort((a, b) => a - b);
    if (isTooMuch(said.length)) return null;
    const times = timesOf(channels, said);
    if (isTooMuch(times.length)) return null;
    const still = new Map(channels.map(({ transform }) => [transform, numbersOf(transform)]));
    const at = (time: number): Mat4 => {
      const now = new Map([...still].map(([transform, numbers]) => [transform, [...numbers]]));
      for (const channel of channels) {
        const moved = numbersAt(channel, time);
        now.get(channel.transform)!.splice(channel.member ?? 0, moved.length, ...moved);
      }
      return matrixOf(node, (transform) => now.get(transform) ?? numbersOf(transform));
    };
    return { times, at, work: times.length * each };
  }
}
const isOfSame = (a: ColladaChannel, b: ColladaChannel): boolean =>
  a.transform === b.transform && (a.member === null || b.member === null || a.member === b.member);
/** When anything is said, and between where a turn goes far. */
function timesOf(channels: readonly ColladaChannel[], said: readonly number[]): number[] {
  const turns = channels.filter(
    ({ transform, member }) => transform.name === 'rotate' && (member === null || member === 3),
  );
  const degreesAt = (time: number): number[] => turns.map((turn) => numbersAt(turn, time).at(-1)!);
  const times: number[] = [];
  said.forEach((time, at) => {
    const before = at && degreesAt(said[at - 1]!);
    const far = before ? Math.max(0, ...degreesAt(time).map((n, i) => Math.abs(n - before[i]!))) : 0;
    const steps = Math.min(mostBetween, Math.ceil(far / mostDegrees));
    for (let step = 1; step < steps; step++)
      times.push(said[at - 1]! + ((time - said[at - 1]!) * step) / steps);
    times.push(time);
  });
  return times;
}
