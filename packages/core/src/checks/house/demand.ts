import type { Edit, Touch } from '../../edits/edit.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { SaidFacts } from './sentence.js';

/** How an object breaks a rule: in a few words, and what the sentence may say of it. */
export interface Breach {
  readonly short: string;
  readonly facts: SaidFacts;
}

/** What a rule asks, of one scene: answers for an object, and follows edits. */
export interface Demand {
  /** How an object breaks it; null: it does not, or the rule is not about it. */
  breach(object: SceneObject): Breach | null;
  /**
   * Takes over edits that were applied.
   * @returns whose answers they may have changed beside those of the objects they touch; null: of anybody
   */
  follow(edits: readonly Edit[], touch: Touch): Iterable<ObjectId> | null;
  /** Of a demand on all together: those it finds wrong. Left out: every object is asked. */
  found?(): Iterable<ObjectId>;
}
