import type { SwapWordsStep } from './swap-words.js';
import type { NumberStep } from './number.js';
import type { AddTextStep } from './add-text.js';
import type { ChangeCaseStep } from './change-case.js';
import type { CutTextStep } from './cut-text.js';
import type { FromListStep } from './from-list.js';
import type { FromTemplateStep } from './from-template.js';
import type { PlainLettersStep } from './plain-letters.js';
import type { SetSideStep } from './set-side.js';
import type { SetSlotStep } from './set-slot.js';
import type { SwapSidesStep } from './swap-sides-step.js';
import type { TakeApartStep } from './take-apart.js';

/** One step of a recipe, as it is saved. */
export type RecipeStep =
  | AddTextStep
  | ChangeCaseStep
  | CutTextStep
  | FromListStep
  | FromTemplateStep
  | NumberStep
  | PlainLettersStep
  | SetSideStep
  | SetSlotStep
  | SwapSidesStep
  | SwapWordsStep
  | TakeApartStep;
/** The `step` of a step, by which the registry knows it. */
export type StepId = RecipeStep['step'];

/** Saved rename steps that can be run again on any scene. */
export interface Recipe {
  readonly renquil: 'recipe/1';
  readonly name: string;
  readonly steps: readonly RecipeStep[];
  readonly clashes?: ClashPolicy;
}
/** What is done with a name that is taken: nothing at all, count on, or leave that object out. */
export type ClashPolicy = 'stop' | 'number-on' | 'skip';
