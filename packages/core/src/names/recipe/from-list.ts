import { RenquilError } from '../../errors.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Names from a list that somebody has. */
export interface FromListStep extends StepBase {
  readonly step: 'from-list';
  /** pairs: a name and what it becomes; order: the names of the objects in tree order. */
  readonly how: 'pairs' | 'order';
  /** Rows of two texts, or of one. */
  readonly rows: readonly (readonly string[])[];
}

/** Names from a list. In pairs a name that is not in the list stays; in order there must be as many names as objects. */
export const fromList: StepDefinition<FromListStep> = {
  step: 'from-list',
  run(step, rows) {
    if (!step.rows.length) return rows.map(({ name }) => name);
    if (step.how === 'order') {
      if (step.rows.length !== rows.length)
        throw new RenquilError('recipe-invalid', {
          detail: `the list has ${step.rows.length} names for ${rows.length} objects`,
        });
      return rows.map(({ name }, i) => step.rows[i]![0] || name);
    }
    const to = new Map<string, string>();
    step.rows.forEach(([from, name], i) => {
      if (from === undefined || name === undefined)
        throw new RenquilError('recipe-invalid', {
          detail: `line ${i + 1} of the list has no second column`,
        });
      const known = to.get(from);
      if (known !== undefined && known !== name)
        throw new RenquilError('recipe-invalid', {
          detail: `line ${i + 1} of the list gives "${from}" a second new name`,
        });
      to.set(from, name);
    });
    return rows.map(({ name }) => to.get(name) ?? name);
  },
};
