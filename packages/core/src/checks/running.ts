import type { Check, CheckContext, Scope } from './check.js';
import type { Severity } from './severity.js';

/** A check as one run asks it. */
export interface Running {
  /** Its place among the checks of the run. */
  readonly at: number;
  readonly check: Check;
  readonly scope: Scope;
  readonly severity: Severity;
  readonly context: CheckContext;
  /** For a check that does not always apply: whether it did when it was last asked. */
  applied: boolean;
}
