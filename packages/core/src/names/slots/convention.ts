import type { Facing } from '../../frames/frame.js';
import type { Kind } from '../../scene/scene-object.js';
import type { AssetTemplate } from '../../templates/asset-template.js';
import type { HouseRule } from '../../checks/house/house-rule.js';
import type { Severity } from '../../checks/severity.js';

/** How the words of a slot are written. */
export const wordCases = ['camel', 'pascal', 'lower', 'upper', 'any'] as const;
/** Small first with humps, capital first with humps, small letters, capitals, or as it comes. */
export type WordCase = (typeof wordCases)[number];

/** An allowed word, and the spellings people use instead. */
export interface WordRule {
  readonly word: string;
  readonly spellings?: readonly string[];
  /** Which way it points, or the kind it stands for, when its spellings do not tell: `left`, `front`, `mesh`. */
  readonly means?: string;
}
/** What a slot tells of an object, and so where a proposal looks for it. */
export const slotRoles = [
  'side',
  'place',
  'what',
  'number',
  'surface',
  'type',
  'version',
  'variant',
  'other',
] as const;
/** What a slot tells. */
export type SlotRole = (typeof slotRoles)[number];
/** What may stand in a slot: words of a list, a number of so many digits, letters that count, or any word in a case. */
export interface SlotRule {
  readonly words?: readonly WordRule[];
  readonly digits?: number;
  /** Numbers may have more digits, then with no zero before them. */
  readonly atLeast?: boolean;
  /** Numbers are written as letters: a, b ... z, aa. */
  readonly letters?: 'lower' | 'upper';
  /** What the digits have before them, as the v of `v02`. */
  readonly prefix?: string;
  readonly start?: number;
  readonly case?: WordCase;
  /** Several words may stand here, with this between them, as in `index_finger_tip`. */
  readonly joint?: string;
  /** So many words at most; left out: 6. */
  readonly most?: number;
  /** Left out: by the slot's own name, else `number` with digits, `other` with a list, `what` without. */
  readonly role?: SlotRole;
}
/** One slot of a pattern. `glued`: no separator before it, as the number in `door001`. */
export interface PatternPart {
  readonly slot: string;
  readonly optional?: boolean;
  readonly glued?: boolean;
  /** What stands before it in place of the separator, as the dot of `lamp.front_L`. */
  readonly after?: string;
  /** Narrows the word list, e.g. the type of a mesh to `geo`. */
  readonly only?: readonly string[];
}
/** A pattern for the objects that a query finds, in place of the one of their kind. The first that finds one counts. */
export interface SpecialPattern {
  readonly title: string;
  readonly where: string;
  readonly pattern: readonly PatternPart[];
}
/** What else has a name. */
export const otherThings = ['material', 'shape', 'layer', 'set'] as const;
/** What has names beside objects. */
export type OtherThing = (typeof otherThings)[number];
/** What a convention says of a check; left out: as the check ships. */
export interface CheckSetting {
  readonly severity?: Severity | 'off';
  readonly parameters?: Readonly<Record<string, unknown>>;
}
/** The studio's rules, as JSON. */
export interface Convention {
  readonly renquil: 'convention/1';
  readonly name: string;
  readonly separator: string;
  /** Without a separator, capitals part the slots; `camel`: the first begins small. */
  readonly humps?: 'camel' | 'pascal';
  /** Which way assets face; left out: as their names say, else glTF 2.0's +Z, and then no side is sure. */
  readonly facing?: Facing;
  /** In the order of the columns. */
  readonly slots: Readonly<Record<string, SlotRule>>;
  readonly patterns: Readonly<Partial<Record<Kind, readonly PatternPart[]>>>;
  readonly special?: readonly SpecialPattern[];
  /** Patterns of what is not an object; what is left out may be called anything. */
  readonly others?: Readonly<Partial<Record<OtherThing, readonly PatternPart[]>>>;
  /** Metres from the mirror plane within which an object counts as in the middle; left out: 0.005. */
  readonly slack?: number;
  readonly helpers: { readonly prefixes: readonly string[] };
  /** What assets of a type are made of; shipped ones are there without being listed. */
  readonly templates?: Readonly<Record<string, AssetTemplate>>;
  readonly checks?: Readonly<Record<string, CheckSetting>>;
  /** Checks of the studio's own. */
  readonly rules?: readonly HouseRule[];
}

/** A convention as it is written, held to its type. */
export function defineConvention(convention: Convention): Convention {
  return convention;
}
