import { addText } from './add-text.js';
import { changeCase } from './change-case.js';
import { cutText } from './cut-text.js';
import { fromList } from './from-list.js';
import { fromTemplate } from './from-template.js';
import { numberStep } from './number.js';
import { plainLetters } from './plain-letters.js';
import { setSide } from './set-side.js';
import { setSlot } from './set-slot.js';
import type { RecipeStep, StepId } from './step.js';
import type { StepDefinition } from './step-definition.js';
import { swapSidesStep } from './swap-sides-step.js';
import { swapWords } from './swap-words.js';
import { takeApart } from './take-apart.js';

/** Every kind of recipe step, by id. */
export const stepRegistry: { readonly [K in StepId]: StepDefinition<Extract<RecipeStep, { step: K }>> } = {
  'add-text': addText,
  'change-case': changeCase,
  'cut-text': cutText,
  'from-list': fromList,
  'from-template': fromTemplate,
  number: numberStep,
  'plain-letters': plainLetters,
  'set-side': setSide,
  'set-slot': setSlot,
  'swap-sides': swapSidesStep,
  'swap-words': swapWords,
  'take-apart': takeApart,
};
