import type { Edit } from '../../edits/edit.js';
import type { ObjectId } from '../../scene/scene-object.js';

/** One finding, by what it is about. */
export interface FindingRef {
  readonly object: ObjectId;
  readonly check: string;
}
/**
 * What becomes of a finding. fixed: its edits are in the plan. along: what was put right before it puts it right too.
 * held: its fix would break something. out: a person took it out. none: its fix has nothing to do here.
 */
export type FixState = 'fixed' | 'along' | 'held' | 'out' | 'none';

/** One finding that was asked for, and how it would be put right. */
export interface PlannedFix extends FindingRef {
  readonly state: FixState;
  /** Made against what the fixes before it leave; of one that is held or out: what they would have been. */
  readonly edits: readonly Edit[];
  /** Why it is held, or what it leaves to do; empty: nothing is to be said. */
  readonly because: string;
}
/** A list of fixes, in the order in which they are made: as one edit, its edits are theirs one after another. */
export interface FixPlan {
  readonly fixes: readonly PlannedFix[];
  /** How many findings the scene has fewer when it is carried out. */
  readonly fewer: number;
}
/** What a person wants otherwise than the plan has it. Keys by `fixKey`. */
export interface FixChoices {
  /** Not to be put right now. */
  readonly without: ReadonlySet<string>;
  /** To be put right though it breaks something. */
  readonly despite: ReadonlySet<string>;
}
/** A finding in a set. */
export function fixKey({ object, check }: FindingRef): string {
  return `${object}/${check}`;
}
/** The edits of a plan, to be applied as one change. */
export function editsOfPlan({ fixes }: FixPlan): Edit[] {
  return fixes.flatMap(({ state, edits }) => (state === 'fixed' ? edits : []));
}
