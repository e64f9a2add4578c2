import { RenquilError } from '../../errors.js';
import { parseQuery } from '../../query/query.js';
import { namedHere } from '../../scene/held.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { stepRegistry } from './registry.js';
import { resolveClashes, type Clash } from './resolve-clashes.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { partsConvention } from '../slots/parts.js';
import type { ClashPolicy, RecipeStep } from './step.js';
import type { StepContext, StepDefinition } from './step-definition.js';

/** What a recipe would do to the names of a scene. */
export interface RecipePreview {
  /** New names of the objects that change, in tree order, clashes resolved by the policy. */
  readonly names: Map<ObjectId, string>;
  readonly clashes: readonly Clash[];
  /** How many names each step changed, by its place in the recipe. */
  readonly changedBy: readonly number[];
  readonly unchanged: number;
}

/** How a recipe is run: what becomes of names that are taken, and by which convention slots are read. */
export interface RecipeRun {
  readonly policy?: ClashPolicy | undefined;
  readonly convention?: CompiledConvention;
}

/**
 * Runs the steps over the objects (given in tree order), each step on what the one before left. What is taken over from
 * elsewhere is left out. Changes nothing.
 */
export function runRecipe(
  scene: Scene,
  asked: readonly ObjectId[],
  steps: readonly RecipeStep[],
  { policy = 'stop', convention = parts() }: RecipeRun = {},
): RecipePreview {
  const objects = namedHere(scene, asked);
  const context: StepContext = { scene, convention };
  const names = objects.map((id) => scene.get(id).name);
  const changedBy = steps.map((step) => runStep(context, objects, names, step));
  const wanted = new Map<ObjectId, string>();
  objects.forEach((id, i) => {
    if (names[i] !== scene.get(id).name) wanted.set(id, names[i]!);
  });
  const resolved = resolveClashes(scene, wanted, policy, convention);
  return { ...resolved, changedBy, unchanged: asked.length - resolved.names.size };
}

/** Of a name that a step makes. */
const mostLetters = 65_536;

let known: CompiledConvention | null = null;
const parts = (): CompiledConvention => (known ??= new CompiledConvention(partsConvention));

function runStep(
  context: StepContext,
  objects: readonly ObjectId[],
  names: string[],
  step: RecipeStep,
): number {
  const { scene } = context;
  if (step.off) return 0;
  const query = step.where?.trim() ? parseQuery(step.where) : null;
  const picked: number[] = [];
  objects.forEach((id, i) => {
    if (!query || query(scene, scene.get(id))) picked.push(i);
  });
  const definition = stepRegistry[step.step] as StepDefinition<RecipeStep>;
  const rows = picked.map((i) => ({ object: scene.get(objects[i]!), name: names[i]! }));
  const made = definition.run(step, rows, scene, context);
  let changed = 0;
  picked.forEach((i, k) => {
    if (names[i] === made[k]) return;
    if (made[k]!.length > mostLetters)
      throw new RenquilError('recipe-invalid', {
        detail: `the step "${step.step}" makes a name of ${made[k]!.length} characters; ${mostLetters} are the most`,
      });
    names[i] = made[k]!;
    changed++;
  });
  return changed;
}
