import type { StepBase, StepDefinition } from './step.js';

export interface AddTextStep extends StepBase {
  readonly step: 'add-text';
  readonly text: string;
  readonly at: 'before' | 'after';
  /** Leaves a name alone that has the text there already. */
  readonly once?: boolean;
}

export const addText: StepDefinition<AddTextStep> = {
  step: 'add-text',
  run: (step, rows) =>
    rows.map(({ name }) => {
      const there = step.at === 'before' ? name.startsWith(step.text) : name.endsWith(step.text);
      if (step.once && there) return name;
      return step.at === 'before' ? step.text + name : name + step.text;
    }),
};
