import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { Edit } from '../../edits/edit.js';
import { touchedBy } from '../../edits/registry.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Check, CheckContext } from '../check.js';
import type { Severity } from '../severity.js';
import type { Demand } from './demand.js';
import { fixByRule } from './fix-rule.js';
import { ruleCheckId, type HouseRule } from './house-rule.js';
import { readRule } from './read-rule.js';

/** A demand on one scene, and which state of it it was last brought up to. */
interface Kept {
  readonly demand: Demand;
  at: number;
}

/**
 * A rule of the house as a check like any that is shipped: asked, followed through edits, fixed and reported the same way.
 * Throws convention-invalid, see `readRule`.
 */
function houseCheck(rule: HouseRule, convention: CompiledConvention): Check {
  const read = readRule(rule, convention);
  // Each run keeps its own: two of them over one scene may be told of an edit one after the other.
  const kept = new WeakMap<CheckContext, Kept>();
  const demandIn = (context: CheckContext): Demand => {
    const { scene } = context;
    const held = kept.get(context);
    if (held?.at === scene.sceneVersion) return held.demand;
    const demand = read.demand(scene);
    kept.set(context, { demand, at: scene.sceneVersion });
    return demand;
  };
  const { fix } = rule;
  return {
    id: ruleCheckId(rule),
    family: 'house',
    title: rule.title,
    severity: rule.severity === 'off' ? 'note' : rule.severity,
    scope: 'told',
    source: 'a rule of the house',
    messages: { breaks: { short: '{{short}}', because: '{{sentence}}' } },
    parameters: {},
    defaults: {},
    ...(rule.otherwise === undefined ? {} : { otherwise: rule.otherwise }),
    concernedBy(edits, context) {
      const held = kept.get(context);
      if (!held) return null;
      const touch = touchedBy(edits);
      const ids = held.demand.follow(edits, touch);
      held.at = context.scene.sceneVersion;
      return ids && read.sentence.namesParent ? withChildren(ids, edits, context.scene) : ids;
    },
    ...(rule.together
      ? { candidates: (context: CheckContext): Iterable<ObjectId> => demandIn(context).found!() }
      : {}),
    evaluate(object, context) {
      const breach = demandIn(context).breach(object);
      if (!breach) return null;
      const sentence = read.sentence.fill(object, context, breach.facts);
      return { message: 'breaks', data: { short: breach.short, sentence } };
    },
    ...(fix ? { fix: (object, context) => fixByRule({ ...read, fix }, object, context) } : {}),
  };
}

/** Beside those concerned, the children of whoever has another name now. */
function withChildren(ids: Iterable<ObjectId>, edits: readonly Edit[], scene: Scene): Set<ObjectId> {
  const all = new Set(ids);
  for (const edit of edits)
    if (edit.kind === 'rename') for (const child of scene.find(edit.object)?.children ?? []) all.add(child);
  return all;
}

/** The checks of a convention's own rules that are not off. */
export function houseChecks(convention: CompiledConvention): Check[] {
  return (convention.source.rules ?? [])
    .filter((rule): rule is HouseRule & { severity: Severity } => rule.severity !== 'off')
    .map((rule) => houseCheck(rule, convention));
}
