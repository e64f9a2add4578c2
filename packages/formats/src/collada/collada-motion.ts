import type { Mat4 } from '@renquil/core/math';
import type { XmlElement } from '@rgrove/parse-xml';
import type { GlbBuilder } from '../gltf/glb-builder.js';
import { putKeys } from '../gltf/put-keys.js';
import { channelOf, numbersAt, type ColladaChannel } from './collada-channel.js';
import { matrixOf, numbersOf } from './collada-numbers.js';
import type { FindById } from './collada-shapes.js';
import { elements } from './xml-file.js';

/** Transforms of a whole file that are worked out for its keys: a node that would need more stands still. */
const mostWork = 4_000_000;
/** Channels of one node that are read. */
const mostChannels = 1000;
/** A turn between two keys that is further than this goes by keys between, up to so many: glTF goes the short way (section 3.11). */
const [mostDegrees, mostBetween] = [30, 100];

/** What moves in a file, node by node. */
export class ColladaMotion {
  /** Channels that change something else than where a node stands (weights, colours), do not say how, or say it again. */
  readonly unread: number;
  readonly #of = new Map<XmlElement, ColladaChannel[]>();
  #left = mostWork;
  constructor(root: XmlElement, find: FindById) {
    let unread = 0;
    // Animations stand within animations.
    const stack = elements(root, 'library_animations').reverse();
    while (stack.length) {
      const one = stack.pop()!;
      stack.push(...elements(one, 'animation').reverse());
      for (const said of elements(one, 'channel')) {
        const channel = channelOf(said, find);
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
  /** Gives a node of the document the keys of a node of the file. @param placed from a transform of the file to one of the document */
  put(out: GlbBuilder, at: number, node: XmlElement, placed: (m: Mat4) => Mat4): void {
    const channels = this.#of.get(node);
    if (!channels) return;
    const each = channels.length + elements(node).length;
    const said = [...new Set(channels.flatMap(({ times }) => times))].sort((a, b) => a - b);
    if (said.length * each > this.#left) return;
    const times = timesOf(channels, said);
    if (times.length * each > this.#left) return;
    this.#left -= times.length * each;
    const still = new Map(channels.map(({ transform }) => [transform, numbersOf(transform)]));
    const changing = new Map<XmlElement, ColladaChannel[]>();
    for (const channel of channels)
      changing.set(channel.transform, [...(changing.get(channel.transform) ?? []), channel]);
    const numbers = (transform: XmlElement, time: number): readonly number[] => {
      const now = still.get(transform);
      if (!now) return numbersOf(transform);
      const moved = [...now];
      for (const channel of changing.get(transform)!) {
        const now = numbersAt(channel, time);
        moved.splice(channel.member ?? 0, now.length, ...now);
      }
      return moved;
    };
    putKeys(out, at, { times, at: (time) => placed(matrixOf(node, (one) => numbers(one, time))) });
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
