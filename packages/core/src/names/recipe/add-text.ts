import type { StepBase, StepDefinition } from './step-definition.js';

/** Text put before, after or at a place of names. */
export interface AddTextStep extends StepBase {
  readonly step: 'add-text';
  readonly text: string;
  /** `place`: before the character counted by `position`, from the end when that is negative. */
  readonly at: 'before' | 'after' | 'place';
  readonly position?: number;
  /** Leaves a name alone that has the text there already. */
  readonly once?: boolean;
}

/** See the step's own words in docs/names.md. */
export const addText: StepDefinition<AddTextStep> = {
  step: 'add-text',
  run: (step, rows) =>
    rows.map(({ name }) => {
      if (step.at === 'place') return insert(name, step.text, step.position ?? 1);
      const there = step.at === 'before' ? name.startsWith(step.text) : name.endsWith(step.text);
      if (step.once && there) return name;
      return step.at === 'before' ? step.text + name : name + step.text;
    }),
};

/** 1: before the first character; -1: after the last. Past the ends counts as the end. */
function insert(name: string, text: string, position: number): string {
  const characters = [...name];
  const at = position >= 0 ? Math.max(0, position - 1) : Math.max(0, characters.length + 1 + position);
  return [...characters.slice(0, at), text, ...characters.slice(at)].join('');
}
