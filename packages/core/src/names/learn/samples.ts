import type { Sense } from '../slots/senses.js';
import { depthSeat, sideSeat, type Facing } from '../sides/seating.js';
import type { Kind, ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { splitWords } from '../split-words.js';

/** What is learned from: objects of scenes whose names are as they should be. */
export interface LearnFrom {
  readonly scene: Scene;
  readonly objects: readonly ObjectId[];
}
/** A name cut at the separator; digits at the end of a piece apart. */
export interface Piece {
  readonly word: string;
  readonly digits: string;
}
export interface Sample {
  readonly name: string;
  readonly kind: Kind;
  readonly pieces: readonly Piece[];
  readonly side: Sense | null;
  readonly depth: Sense | null;
  /** Words of the materials bound to it, lower case; one entry for each material. */
  readonly materials: readonly string[];
}

/** The sign that stands in the most names between words, or none. Names of one word have no say. */
export function findSeparator(names: readonly string[]): {
  readonly separator: string;
  readonly holds: number;
  readonly asked: number;
} {
  const counts = new Map<string, number>();
  let asked = 0;
  for (const name of names) {
    const seen = new Set([...name.slice(1, -1)].filter((sign) => '_.-:| '.includes(sign)));
    if (seen.size) asked++;
    for (const sign of seen) counts.set(sign, (counts.get(sign) ?? 0) + 1);
  }
  const top = [...counts].sort((a, b) => b[1] - a[1])[0];
  return top ? { separator: top[0], holds: top[1], asked } : { separator: '', holds: 0, asked };
}

export function makeSamples(from: readonly LearnFrom[], separator: string, facing: Facing): Sample[] {
  return from.flatMap(({ scene, objects }) =>
    objects.map((id): Sample => {
      const object = scene.get(id);
      const [side, depth] = [sideSeat(scene, id, facing), depthSeat(scene, id, facing)];
      return {
        name: object.name,
        kind: object.kind,
        pieces: (separator ? object.name.split(separator) : [object.name]).map(cutDigits),
        side: side.clear ? side.sense : null,
        depth: depth.clear ? depth.sense : null,
        materials: object.materials.map((at) =>
          splitWords(scene.materials[at]?.name ?? '')
            .map((word) => word.text.toLowerCase())
            .join(' '),
        ),
      };
    }),
  );
}

function cutDigits(text: string): Piece {
  let end = text.length;
  while (end > 0 && text.charCodeAt(end - 1) >= 48 && text.charCodeAt(end - 1) <= 57) end--;
  return { word: text.slice(0, end), digits: text.slice(end) };
}
