import type { Edit } from '../../edits/edit.js';
import { sameJson } from '../../edits/same-json.js';
import { runRecipe } from '../../names/recipe/run-recipe.js';
import type { RecipeStep } from '../../names/recipe/step.js';
import { planMove } from '../../plans/plan-move.js';
import { planRename } from '../../plans/plan-rename.js';
import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { Json, ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CheckContext } from '../check.js';
import type { RuleFix } from './house-rule.js';
import { commonValue } from './judge-attribute.js';
import type { RuleQuery } from './rule-query.js';

/** What a fix needs of its rule. */
export interface FixOf {
  readonly fix: RuleFix;
  readonly where: RuleQuery;
  /** Where the fix puts things under what a filter finds. */
  readonly under: RuleQuery | null;
  /** The attribute that is to have one value in all. */
  readonly attribute: string | undefined;
}

/** Edits that put right what a rule found of an object; null: there are none, or they would do nothing. */
export function fixByRule(
  rule: FixOf,
  object: SceneObject,
  { scene, convention }: CheckContext,
): Edit[] | null {
  const { fix } = rule;
  let edits: readonly Edit[] = [];
  if (fix.recipe) {
    const { names } = runRecipe(scene, [object.id], fix.recipe as readonly RecipeStep[], {
      policy: 'number-on',
      convention,
    });
    edits = planRename(scene, names);
  } else if (fix.switch) {
    const to = { ...object.switches, ...fix.switch };
    if (!sameJson(to, object.switches))
      edits = [{ kind: 'set', object: object.id, field: 'switches', from: object.switches, to }];
  } else if (fix.layer !== undefined) {
    if (fix.layer !== object.layer)
      edits = [{ kind: 'set', object: object.id, field: 'layer', from: object.layer, to: fix.layer }];
  } else if (fix.attribute) edits = attributeEdits(object, fix.attribute);
  else if (fix.as && rule.attribute !== undefined) {
    const value = commonNow(asItBegan(scene), rule.where, rule.attribute);
    if (value !== undefined) edits = attributeEdits(object, { [rule.attribute]: value });
  } else if (rule.under) edits = moveUnder(scene, object, rule.under);
  return edits.length ? [...edits] : null;
}

function attributeEdits(object: SceneObject, values: Readonly<Record<string, Json>>): Edit[] {
  return Object.entries(values).flatMap(([key, to]): Edit[] => {
    const from = object.attributes[key];
    if (sameJson(from, to)) return [];
    return [{ kind: 'attribute', object: object.id, key, ...(from === undefined ? {} : { from }), to }];
  });
}
function moveUnder(scene: Scene, object: SceneObject, under: RuleQuery): Edit[] {
  for (const id of foundBefore(asItBegan(scene), under)) {
    if (!scene.find(id) || scene.isWithin(id, object.id)) continue;
    if (id === object.parent) return [];
    const plan = planMove(scene, object.id, id, { keep: 'world' });
    return plan.ok ? plan.edits : [];
  }
  return [];
}
/** Many fixes are planned on one fork, each on those before it: what most have, and where things go, is asked of the scene before them. */
function asItBegan(scene: Scene): Scene {
  return scene.base ? asItBegan(scene.base) : scene;
}
const perQuery = memoizeByVersion(
  (scene) => scene.sceneVersion,
  () => new Map<RuleQuery, readonly ObjectId[]>(),
);
function foundBefore(scene: Scene, query: RuleQuery): readonly ObjectId[] {
  const known = perQuery(scene);
  let found = known.get(query);
  if (!found) {
    found = [...scene.walk()].filter((object) => query.finds(scene, object)).map(({ id }) => id);
    known.set(query, found);
  }
  return found;
}
const commonNow = (scene: Scene, where: RuleQuery, key: string): Json | undefined =>
  commonValue(scene, foundBefore(scene, where), key);
