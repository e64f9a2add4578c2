import type { ObjectId } from '../scene/scene-object.js';

/** What a target can find wrong with what goes. */
export const targetRules = {
  'target-names': 'Names that the receiver cannot read',
  'target-unique': 'Names that are one to the receiver',
  'target-path': 'Paths too long for the receiver',
  'target-place': 'Parts that cannot be placed as the receiver wants them',
  'target-needs': 'Parts that need something that stays',
  'target-objects': 'More objects than the receiver takes',
  'target-faces': 'More faces than the receiver takes',
  'target-faces-each': 'Parts with more faces than the receiver takes',
  'target-materials': 'More materials than the receiver takes',
  'receipt-changed': 'Changed by the receiver the last time',
  'receipt-refused': 'Refused by the receiver the last time',
} as const;
/** One of them. */
export type TargetRule = keyof typeof targetRules;

/** What a target finds, all of one rule together; each of them stops the hand-off but what is only a warning. */
export interface TargetFinding {
  readonly rule: TargetRule;
  readonly objects: readonly ObjectId[];
  /** Of the first of them. */
  readonly because: string;
  readonly isWarning?: true;
}
/** Who cannot be placed as the receiver wants it, and why. */
export interface PlaceProblem {
  readonly object: ObjectId;
  readonly because: string;
}
/** Of all that cannot be placed one finding, if there are any. */
export function placeFinding(problems: readonly PlaceProblem[]): TargetFinding[] {
  const [first] = problems;
  if (!first) return [];
  const objects = problems.map(({ object }) => object);
  return [{ rule: 'target-place', objects, because: first.because }];
}
