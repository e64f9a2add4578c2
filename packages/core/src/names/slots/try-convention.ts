import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { type CompiledConvention } from './compiled-convention.js';
import { readName, type Misfit } from './read-name.js';

/** A name that fits by one convention and not by another. */
export interface TriedName {
  readonly id: ObjectId;
  readonly name: string;
  readonly fits: boolean;
  readonly misfit: Misfit | null;
}
/** What a convention in place of another would do to the names of a scene. */
export interface Tried {
  /** Objects that either has a pattern for. */
  readonly names: number;
  readonly fitBefore: number;
  readonly fitAfter: number;
  /** Names that fitted and would not, and the other way round; at most so many of each as asked. */
  readonly lost: readonly TriedName[];
  readonly won: readonly TriedName[];
}

/** Reads every name by both. A name with no pattern fits; no name does not. */
export function tryConvention(
  scene: Scene,
  before: CompiledConvention,
  after: CompiledConvention,
  most = 50,
): Tried {
  const counts = { names: 0, fitBefore: 0, fitAfter: 0 };
  const [lost, won]: [TriedName[], TriedName[]] = [[], []];
  for (const object of scene.walk()) {
    const read = (convention: CompiledConvention): { fits: boolean; misfit: Misfit | null } => {
      if (object.name === '') return { fits: false, misfit: null };
      const key = convention.keyOf(scene, object);
      if (!convention.pattern(key) && !convention.helperPrefix(object.name))
        return { fits: true, misfit: null };
      const { fits, misfits } = readName(convention, key, object.name);
      return { fits, misfit: misfits[0] ?? null };
    };
    const [was, now] = [read(before), read(after)];
    counts.names++;
    if (was.fits) counts.fitBefore++;
    if (now.fits) counts.fitAfter++;
    const list = was.fits && !now.fits ? lost : !was.fits && now.fits ? won : null;
    if (list && list.length < most)
      list.push({ id: object.id, name: object.name, fits: now.fits, misfit: now.misfit ?? was.misfit });
  }
  return { ...counts, lost, won };
}
