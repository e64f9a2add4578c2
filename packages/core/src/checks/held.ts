import type { ObjectId } from '../scene/scene-object.js';
import {
  toFinding,
  type Check,
  type CheckContext,
  type Finding,
  type Reach,
  type Report,
  type Severity,
} from './check.js';

/** A check as one run asks it. */
export interface Running {
  /** Its place among the checks of the run. */
  readonly at: number;
  readonly check: Check;
  readonly reach: Reach;
  readonly severity: Severity;
  readonly context: CheckContext;
  /** For a check that does not always apply: whether it did when it was last asked. */
  applied: boolean;
}

/** Something found. Its sentence is put together when somebody reads it: a scene may hold a hundred thousand. */
export interface Held {
  readonly by: Running;
  readonly report: Report;
}

export function findingOf(id: ObjectId, { by, report }: Held): Finding {
  return toFinding(by.check, id, by.severity, report);
}

/** Puts one among what is found of an object, in the order of the checks. */
export function putHeld(list: Held[], held: Held): void {
  let at = list.length;
  while (at > 0 && list[at - 1]!.by.at > held.by.at) at--;
  if (at === list.length) list.push(held);
  else list.splice(at, 0, held);
}
