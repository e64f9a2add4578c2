import { knowsMiddle } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import type { Kind, ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { mirrorPartners } from '../sides/mirror-partners.js';
import { depthSeat, sideSeat } from '../sides/seating.js';
import type { Sense } from '../slots/senses.js';
import { splitWords } from '../split-words.js';
import type { Style } from './style.js';

/** What is learned from: objects of scenes whose names are as they should be. */
export interface LearnFrom {
  readonly scene: Scene;
  readonly objects: readonly ObjectId[];
}
/** A stretch of a name that is one word or one number. */
export interface Piece {
  readonly text: string;
  /** What stands before it; of the first: nothing. */
  readonly sign: string;
}
/** One name to learn from, with what its object is. */
export interface Sample {
  readonly name: string;
  readonly kind: Kind;
  readonly pieces: readonly Piece[];
  /** Where it sits, seen from its asset, where that is clear. */
  readonly side: Sense | null;
  readonly depth: Sense | null;
  /** What stands at the mirrored place. */
  readonly partner: Sample | null;
  /** Words of the materials bound to it, lower case; one entry for each material. */
  readonly materials: readonly string[];
}

/** The names of scenes cut into words, by the style they are written in. */
export function makeSamples(from: readonly LearnFrom[], style: Style): Sample[] {
  return from.flatMap(({ scene, objects }) => samplesOf(scene, objects, style));
}

function samplesOf(scene: Scene, objects: readonly ObjectId[], style: Style): Sample[] {
  const frames = framesOf(scene, null);
  const made = new Map<ObjectId, { -readonly [K in keyof Sample]: Sample[K] }>();
  for (const id of objects) {
    const object = scene.get(id);
    if (object.name === '') continue;
    const frame = frames.of(id);
    const [side, depth] = [sideSeat(scene, id, frame), depthSeat(scene, id, frame)];
    made.set(id, {
      name: object.name,
      kind: object.kind,
      pieces: cutName(object.name, style),
      side: side.clear && knowsMiddle(frame, frame.side) ? side.sense : null,
      depth: depth.clear && knowsMiddle(frame, frame.depth) ? depth.sense : null,
      partner: null,
      materials: object.materials.map((at) =>
        splitWords(scene.materials[at]?.name ?? '')
          .map((word) => word.text.toLowerCase())
          .join(' '),
      ),
    });
  }
  const partners = mirrorPartners(scene, null);
  for (const [id, sample] of made) {
    const other = partners.get(id);
    if (other !== undefined) sample.partner = made.get(other) ?? null;
  }
  return [...made.values()];
}

/** A name cut where its style parts slots: at signs, or at humps; numbers at the end of a word apart. */
function cutName(name: string, { separator, humps, signs }: Style): Piece[] {
  if (humps) {
    const words = splitWords(name);
    return words.map(({ text, start }, i) => ({ text, sign: i ? name.slice(words[i - 1]!.end, start) : '' }));
  }
  const parts = [separator, ...signs].filter((sign) => sign !== '');
  const pieces: Piece[] = [];
  let [start, sign] = [0, ''];
  for (let at = 0; at <= name.length; at++) {
    const next = at === name.length ? '' : parts.find((one) => name.startsWith(one, at));
    if (next === undefined) continue;
    pieces.push(...cutDigits(name.slice(start, at), sign));
    sign = next;
    start = at + next.length;
    at = Math.max(at, start - 1);
  }
  return pieces;
}

function cutDigits(text: string, sign: string): Piece[] {
  let end = text.length;
  while (end > 0 && text.charCodeAt(end - 1) >= 48 && text.charCodeAt(end - 1) <= 57) end--;
  if (end === 0 || end === text.length) return [{ text, sign }];
  // A version is one word: v2.
  if (/^[vV]$/.test(text.slice(0, end))) return [{ text, sign }];
  return [
    { text: text.slice(0, end), sign },
    { text: text.slice(end), sign: '' },
  ];
}
/** `v001`: a version, and no word. */
export const isVersion = (text: string): boolean => /^[vV][0-9]+$/.test(text);
