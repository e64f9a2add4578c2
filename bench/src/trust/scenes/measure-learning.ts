import { CompiledConvention, readName } from '@renquil/core/names';
import { learnConvention, type LearnedConvention } from '@renquil/core/names/learn';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import type { MadeScene } from './build-scene.js';
import { nearMisses } from './near-misses.js';

export interface LearningScore {
  readonly fits: number;
  readonly names: number;
  /** Slots of fitting names that hold what a slot of their role should, of all. */
  readonly rightSlots: number;
  readonly slots: number;
  readonly refused: number;
  readonly misses: number;
  /** Right names that a proposal would change. */
  readonly harmed: number;
  readonly learned: LearnedConvention;
  readonly notes: readonly string[];
}

export const everything = (scene: Scene): ObjectId[] => [...scene.walk()].map((object) => object.id);

/** Learns from a clean scene and holds what was learned against what is known of it. */
export function measureLearning({ scene, truth }: MadeScene, title: string): LearningScore {
  const learned = learnConvention([{ scene, objects: everything(scene) }], title);
  const convention = new CompiledConvention(learned.convention);
  let [rightSlots, slots, refused, misses] = [0, 0, 0, 0];
  const notes: string[] = [];
  for (const object of scene.walk()) {
    const { pieces } = truth.get(object.id)!;
    const key = convention.keyOf(scene, object);
    const reading = readName(convention, key, object.name);
    if (!reading.fits) notes.push(`does not fit: ${object.name}`);
    else
      for (const [name, { text }] of reading.slots) {
        const role = convention.slots.get(name)!.role;
        if (role === 'other') continue;
        slots++;
        const told = pieces.filter((piece) => piece.role === role).map((piece) => piece.text);
        const ok = role === 'what' ? told.join('').includes(text) : told.includes(text);
        if (ok) rightSlots++;
        else notes.push(`${object.name}: ${name} (${role}) is "${text}"`);
      }
    for (const [how, miss] of Object.entries(nearMisses)) {
      const name = miss(pieces);
      if (name === null || name === object.name) continue;
      misses++;
      if (readName(convention, key, name).fits) notes.push(`taken for right, ${how}: ${name}`);
      else refused++;
    }
  }
  const harm = proposeNames(scene, convention, everything(scene)).filter(
    ({ before, after, confidence }) => after !== null && after !== before && confidence >= 0.5,
  );
  for (const one of harm) notes.push(`harm: ${one.before} -> ${one.after} ${one.confidence.toFixed(2)}`);
  return {
    fits: learned.fits,
    names: learned.names,
    rightSlots,
    slots,
    refused,
    misses,
    harmed: harm.length,
    learned,
    notes,
  };
}
