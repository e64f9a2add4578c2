import type { Edit, EditKind, FieldValues } from '../edits/edit.js';
import { fillText } from '../errors.js';
import type { CompiledConvention, PatternKey } from '../names/slots/compiled-convention.js';
import { readName, type NameReading } from '../names/slots/read-name.js';
import type { Partners } from '../names/sides/mirror-partners.js';
import type { EditSummary } from './edit-summary.js';
import type { Parameters } from './parameter.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Rename } from '../scene/rename.js';
import type { Severity } from './severity.js';
import type { Scene } from '../scene/scene.js';

/** What checks are about; the folders they stand in. */
export const families = ['names', 'hierarchy', 'transforms', 'content', 'files', 'house'] as const;
/** One of them; `house`: a convention's own rule. */
export type Family = (typeof families)[number];

/**
 * What an edit elsewhere can change of an object's answer. object: nothing. children: edits that give it or take from it
 * a child. same-name: renames from or to its name. branch: moves of something above it. roots: of a root, anything that
 * changes which roots there are. switches: besides moves and switches above it, what layers and sets rule. scene: any edit of the kinds it
 * triggeredBy, for every object; such a check says when it applies at all. told: what its `concernedBy` says.
 */
export type Scope = 'object' | 'children' | 'same-name' | 'branch' | 'roots' | 'switches' | 'scene' | 'told';

/** Edits of a kind; of one field that they set; `frames`: any by which an asset faces elsewhere. */
export type Trigger = EditKind | 'frames' | `set ${keyof FieldValues}`;

/**
 * What a check may look at beside the object. Parameters are those of the convention, over what the check ships with.
 */
export interface CheckContext {
  readonly scene: Scene;
  readonly convention: CompiledConvention;
  readonly parameters: Readonly<Record<string, unknown>>;
}

/** Checks of one object read its name one after another: the last reading is kept. */
let lastName: string | undefined;
let lastKey: PatternKey | undefined;
let lastConvention: CompiledConvention | undefined;
let lastReading: NameReading | undefined;
/** The reading of a name by a pattern, remembered for the checks that ask next of the same object. */
export function readingOf({ convention }: CheckContext, key: PatternKey, name: string): NameReading {
  if (lastName === name && lastKey === key && lastConvention === convention) return lastReading!;
  lastReading = readName(convention, key, name);
  lastConvention = convention;
  lastKey = key;
  lastName = name;
  return lastReading;
}
/** What a check says of one object: which message, what fills it, and the slot or stretch it is about. */
export interface Report<M extends string = string> {
  readonly message: M;
  readonly data: Readonly<Record<string, string | number>>;
  readonly slot?: string;
}
/** A message with `{{holes}}` that a report's data fills. */
export interface MessageText {
  /** A few words, for a cell. */
  readonly short: string;
  /** The whole sentence, with the reason. */
  readonly because: string;
}
/**
 * One rule: what it looks for, what that means, how it is put right. Made with `defineCheck`; asking it never changes
 * the scene.
 */
export interface Check<M extends string = string> {
  readonly id: string;
  readonly family: Family;
  /** What it is called in lists. */
  readonly title: string;
  readonly severity: Severity;
  readonly scope: Scope;
  /** The scope under a convention that asks for more; left out: always the same. */
  scopeIn?(convention: CompiledConvention): Scope;
  /** Asked only where a convention gives it a severity. */
  readonly onRequest?: true;
  /** For scope scene: the edits that can change an answer. */
  readonly triggeredBy?: readonly Trigger[];
  /** Whether there is anything to ask in this scene; left out: always. */
  applies?(context: CheckContext): boolean;
  /**
   * Of a check that can tell at once whom it may find wrong: all of those, maybe more. Only they are asked when the whole
   * scene is, so that a rule over a million names costs what it finds. Left out: every object is asked.
   */
  candidates?(context: CheckContext): Iterable<ObjectId>;
  /**
   * Of a check over the whole scene: whose answers renames can have changed, beside those renamed; null: that is simpler
   * asked of all. `had` tells of whom something was found until now.
   */
  afterRenames?(
    renamed: readonly Rename[],
    context: CheckContext,
    had: (id: ObjectId) => boolean,
  ): Iterable<ObjectId> | null;
  /**
   * Of a check over the whole scene that asks where things stand: whose answers moving, turning, putting in and
   * taking away can have changed, beside those edited, all below them, all above, and whose asset faces elsewhere by that;
   * null: that is simpler asked of all. `before` are the partners that mirrored each other until now.
   */
  afterPlaces?(done: EditSummary, context: CheckContext, before: Partners | null): Iterable<ObjectId> | null;
  /** Whether afterPlaces wants to know the partners before. */
  readonly asksPartners?: true;
  /**
   * Of a check of scope told: whose answers edits, already applied, may have changed beside those they touch; null: of
   * anybody. Asked once for every list of edits, before anything is evaluated.
   */
  concernedBy?(edits: readonly Edit[], context: CheckContext): Iterable<ObjectId> | null;
  /** It judges what an object is by itself, though others can change the answer: what is taken over is not asked. */
  readonly isOfItself?: true;
  /** Where the rule comes from: a standard and clause, or "common practice". */
  readonly source: string;
  /** What goes wrong further on when it stays. */
  readonly otherwise?: string;
  readonly messages: Readonly<Record<M, MessageText>>;
  /** Those that a convention may set: each with its type, range, unit and text. */
  readonly parameters: Parameters;
  /** What its parameters are until a convention sets them. */
  readonly defaults: Readonly<Record<string, unknown>>;
  /** At most one finding an object: the first thing to put right. */
  evaluate(object: SceneObject, context: CheckContext): Report<M> | null;
  /** Edits that put this finding right; left out when only a person can know. */
  fix?(object: SceneObject, context: CheckContext): Edit[] | null;
}
/**
 * What is taken over from elsewhere is named, arranged and made there, and judged there: here only what it is among others is
 * asked, not what it is by itself.
 */
export function isAsked(
  { family, scope, isOfItself }: Pick<Check, 'family' | 'scope' | 'isOfItself'>,
  { held }: SceneObject,
): boolean {
  return !held || (family !== 'names' && family !== 'hierarchy' && scope !== 'object' && !isOfItself);
}
/** A check as its file says it: parameters may be left out, and what they ship with is worked out here. */
export function defineCheck<M extends string>(
  check: Omit<Check<M>, 'parameters' | 'defaults'> & { readonly parameters?: Parameters },
): Check<M> {
  const parameters = check.parameters ?? {};
  const shipped = Object.entries(parameters).map(([key, one]) => [key, one.shipped]);
  return { ...check, parameters, defaults: Object.fromEntries(shipped) as Record<string, unknown> };
}

/** What a check says of an object, in words. */
export interface Finding {
  readonly check: string;
  readonly severity: Severity;
  readonly object: ObjectId;
  readonly messageId: string;
  readonly message: string;
  readonly because: string;
  readonly slot?: string;
  readonly fixable: boolean;
}

/** A report with its texts filled in. */
export function toFinding(check: Check, object: ObjectId, severity: Severity, report: Report): Finding {
  const text = check.messages[report.message]!;
  return {
    check: check.id,
    severity,
    object,
    messageId: report.message,
    message: fillText(text.short, report.data),
    because: fillText(text.because, report.data),
    ...(report.slot === undefined ? {} : { slot: report.slot }),
    fixable: check.fix !== undefined,
  };
}
