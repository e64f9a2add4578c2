import type { NumberStep, RecipeStep } from '@renquil/core';

export interface StepSummary {
  readonly title: string;
  readonly text: string;
  readonly words: readonly string[];
}
export const orders: Readonly<Record<NumberStep['order'], string>> = {
  tree: 'in tree order',
  name: 'by old name',
  x: 'along X',
  y: 'along Y',
  z: 'along Z',
};
export const restarts: Readonly<Record<NumberStep['restart'], string>> = {
  never: 'in one run',
  parent: 'again for each parent',
  base: 'again for each name',
};
export const places: Readonly<Record<NumberStep['at'], string>> = {
  'last-number': 'in place of the last number',
  end: 'at the end',
  'after-word': 'after the word',
};
export const ways = { plain: 'as typed', wildcard: 'wildcard', regex: 'regular expression' } as const;

/** One line about a step: what it does, and the words it does it with. */
export function summarise(step: RecipeStep): StepSummary {
  switch (step.step) {
    case 'swap-words':
      return {
        title: 'Swap words',
        text: step.how === 'plain' ? '' : ways[step.how],
        words: [step.find || '…', '→', step.put || 'nothing'],
      };
    case 'number':
      return {
        title: 'Number',
        text: `${orders[step.order]}, ${restarts[step.restart]}`,
        words: [String(step.start).padStart(step.digits, '0')],
      };
    case 'add-text':
      return {
        title: step.at === 'before' ? 'Add before' : 'Add after',
        text: '',
        words: [step.text || '…'],
      };
  }
}
