import { addText } from './add-text.js';
import { numberStep } from './number.js';
import type { RecipeStep, StepDefinition, StepId } from './step.js';
import { swapWords } from './swap-words.js';

/** Every kind of recipe step, by id. */
export const stepRegistry: { readonly [K in StepId]: StepDefinition<Extract<RecipeStep, { step: K }>> } = {
  'add-text': addText,
  number: numberStep,
  'swap-words': swapWords,
};
