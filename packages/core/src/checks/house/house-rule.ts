import type { Json, Switches } from '../../scene/scene-object.js';
import type { Severity } from '../severity.js';

/** Where something stands, seen from an object: anywhere under it, a child, anything over it, another child of its parent. */
export const relations = ['below', 'directly below', 'above', 'beside'] as const;
/** One of them. */
export type Relation = (typeof relations)[number];

/** By where it stands, the filter for what is there; just one of the four. `count`: left out, `at least 1`. */
export type Near = { readonly [R in Relation]?: string } & { readonly count?: string };

/** What must hold of all that a rule finds, together; just one of the three. */
export interface Together {
  /** How many there are: `at least 1`, `exactly 4`, `at most 1`. */
  readonly count?: string;
  /** An attribute that has one value in all of them. */
  readonly attribute?: string;
  /** Their names differ in the last number only, and no number lacks or is there twice. */
  readonly series?: true;
  /** Who is looked at together; left out: all of the scene. */
  readonly among?: 'scene' | 'siblings';
}

/** How a rule puts right what it finds; just one of them. */
export interface RuleFix {
  /** Steps of a recipe that make the new name, see `RecipeStep`; a convention keeps them as data. */
  readonly recipe?: readonly object[];
  readonly switch?: Partial<Switches>;
  readonly layer?: string;
  readonly attribute?: Readonly<Record<string, Json>>;
  /** Under the first object that this filter finds, staying where it is in the world. */
  readonly under?: string;
  /** Of a rule for one value of an attribute: the value that most have. */
  readonly as?: 'most';
}

/** A check of the studio's own, as a convention holds it. Just one of `must`, `has`, `lacks` and `together`. */
export interface HouseRule {
  /** Small letters, digits and dashes; findings carry it with `house/` before it. */
  readonly id: string;
  readonly title: string;
  readonly severity: Severity | 'off';
  /** What the rule is about: a filter. */
  readonly where: string;
  /** What each of them must be found by too. */
  readonly must?: string;
  readonly has?: Near;
  readonly lacks?: Near;
  readonly together?: Together;
  /** The sentence people read, with `{name}`, `{parent}`, `{slot.side}` and others in it. */
  readonly says: string;
  /** What goes wrong further on when it stays; left out: nothing is said. */
  readonly otherwise?: string;
  readonly fix?: RuleFix;
}

/** What a rule asks of what it finds. */
export const demands = ['must', 'has', 'lacks', 'together'] as const;
/** One of them. */
export type Demand = (typeof demands)[number];

/** The id that findings of a rule carry: no check that is shipped has a slash in its own. */
export function ruleCheckId(rule: Pick<HouseRule, 'id'>): string {
  return `house/${rule.id}`;
}
