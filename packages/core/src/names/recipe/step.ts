import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { SwapWordsStep } from './swap-words.js';
import type { NumberStep } from './number.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
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

/** What every step may carry: off, or only for objects that match a query. */
export interface StepBase {
  readonly off?: boolean;
  readonly where?: string;
}
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

/** One object on its way through a recipe. */
export interface StepRow {
  readonly object: SceneObject;
  /** The name as the steps before left it. */
  readonly name: string;
}
/** What a step may look at beside the rows. */
export interface StepContext {
  readonly scene: Scene;
  readonly convention: CompiledConvention;
}
/** One kind of step: turns a list of names, in tree order, into another of the same length. */
export interface StepDefinition<S extends RecipeStep> {
  readonly step: S['step'];
  /** Throws recipe-invalid when the step cannot be run (an unreadable expression, say). */
  run(step: S, rows: readonly StepRow[], scene: Scene, context: StepContext): string[];
}
