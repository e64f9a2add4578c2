import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';

/** What every step may carry: off, or only for objects that match a query. */
export interface StepBase {
  readonly off?: boolean;
  readonly where?: string;
}

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
export interface StepDefinition<S extends StepBase & { readonly step: string }> {
  readonly step: S['step'];
  /** Throws recipe-invalid when the step cannot be run (an unreadable expression, say). */
  run(step: S, rows: readonly StepRow[], scene: Scene, context: StepContext): string[];
}
