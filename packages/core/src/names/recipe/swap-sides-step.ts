import { swapSides } from '../sides/swap-sides.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Left and right changed for each other. */
export interface SwapSidesStep extends StepBase {
  readonly step: 'swap-sides';
}

/** Left for right and right for left. */
export const swapSidesStep: StepDefinition<SwapSidesStep> = {
  step: 'swap-sides',
  run: (_step, rows, scene, { convention }) =>
    rows.map(({ object, name }) => swapSides(convention, convention.keyOf(scene, object), name)),
};
