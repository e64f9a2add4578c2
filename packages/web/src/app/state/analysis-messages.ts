import type {
  FindingRef,
  FixChoices,
  FixPlan,
  NamingStatistics,
  PackedFindings,
  Waiver,
  WaiverTime,
} from '@renquil/core/checks';
import type { Edit } from '@renquil/core/edits';
import type { Frame } from '@renquil/core/frames';
import type { Convention } from '@renquil/core/names';
import type { NameProposal, TakeChoices } from '@renquil/core/names/propose';
import type { Clash, ClashPolicy, RecipeStep } from '@renquil/core/names/recipe';
import type { ObjectId, PackedSnapshot } from '@renquil/core/scene';
import type { Heard, HeardChange, Target, Taught } from '@renquil/core/targets';
import type { Gate } from '@renquil/core/workbench';

import type { PackedNames } from './packed-names';
import type { ToldElsewhere } from '@renquil/api';
import type { PackedTaken } from './packed-taken';

/** What the page asks of its analysis worker. The worker keeps a copy of the scene and follows every edit. */
export type ToAnalysis =
  /** The bytes of a snapshot: the answer is the same in flat pieces, and the worker keeps the scene for `open`. */
  | { readonly type: 'read'; readonly seq: number; readonly bytes: ArrayBuffer }
  | {
      readonly type: 'open';
      readonly reading: number;
      readonly changes: readonly (readonly Edit[])[];
      readonly convention: Convention;
    }
  | { readonly type: 'hold-to'; readonly convention: Convention }
  /** What the other scenes of the project say. */
  | { readonly type: 'know'; readonly elsewhere: ToldElsewhere }
  /** What is let pass: counts and the gate go by it from then on. */
  | { readonly type: 'waive'; readonly waivers: readonly Waiver[]; readonly time: WaiverTime }
  /** What the gate is asked for, null: the scene as it is; and what its receiver last answered. */
  | { readonly type: 'aim'; readonly target: Target | null; readonly heard: Heard | null }
  /** What the changes of a receiver say of a target. */
  | {
      readonly type: 'teach';
      readonly asked: number;
      readonly target: Target;
      readonly changes: readonly HeardChange[];
    }
  | { readonly type: 'propose'; readonly seq: number; readonly objects: Int32Array }
  /** Nobody wants the names any more: what is under way is called off, what was made is forgotten. */
  | { readonly type: 'stop-proposing' }
  /** What taking what was proposed by `seq` would do. */
  | ({ readonly type: 'take' } & TakeRequest)
  /** How findings would be put right together. */
  | ({ readonly type: 'fix' } & FixRequest)
  /** What is proposed for one object, and why. */
  | { readonly type: 'why'; readonly asked: number; readonly object: ObjectId }
  | { readonly type: 'edits'; readonly edits: readonly Edit[] }
  | {
      readonly type: 'preview';
      readonly request: Omit<PreviewRequest, 'objects'> & { readonly objects: Int32Array };
    };

/** Asks what a recipe would do. */
export interface PreviewRequest {
  readonly seq: number;
  readonly objects: readonly ObjectId[];
  readonly steps: readonly RecipeStep[];
  readonly policy: ClashPolicy;
}
/** Asks what taking proposals by a person's choices would do. */
export interface TakeRequest {
  /** Of the proposals. */
  readonly seq: number;
  /** Comes back with the answer. */
  readonly asked: number;
  readonly choices: TakeChoices;
}
/** Asks how findings would be put right together, by a person's choices. */
export interface FixRequest {
  readonly seq: number;
  readonly findings: readonly FindingRef[];
  readonly choices: FixChoices;
}
/** How they would be, for the question of that number; a text: it cannot be told. */
export interface FixResult {
  readonly seq: number;
  readonly plan: FixPlan | string;
}
/** What a recipe would do, for the question of that number. */
export interface PreviewResult {
  readonly seq: number;
  readonly names: ReadonlyMap<ObjectId, string>;
  readonly clashes: readonly Clash[];
  readonly changedBy: readonly number[];
  readonly unchanged: number;
  readonly asked: number;
  /** Milliseconds the worker took. */
  readonly took: number;
}
/** Names are proposed; they stay in the worker until they are asked for. */
export interface ProposeResult {
  readonly seq: number;
  readonly asked: number;
  readonly took: number;
}
/** Findings that came or went. */
export interface FindingsDelta {
  /** All of them, in place of what was known. */
  readonly whole: boolean;
  readonly found: PackedFindings;
}
/** What the analysis worker says. */
export type FromAnalysis =
  | { readonly type: 'read'; readonly seq: number; readonly packed: PackedSnapshot }
  | { readonly type: 'unread'; readonly seq: number; readonly text: string }
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | ({ readonly type: 'findings' } & FindingsDelta)
  /** Which way the assets face, whenever that may be another. */
  | { readonly type: 'frames'; readonly frames: readonly Frame[] }
  | { readonly type: 'summary'; readonly standing: NamingStatistics; readonly gate: Gate }
  | {
      readonly type: 'preview';
      readonly result: Omit<PreviewResult, 'names'> & { readonly names: PackedNames };
    }
  | {
      readonly type: 'proposing';
      readonly seq: number;
      readonly done: number;
      readonly total: number;
    }
  | { readonly type: 'proposals'; readonly result: ProposeResult }
  | {
      readonly type: 'taken';
      readonly seq: number;
      readonly asked: number;
      readonly taken: PackedTaken | null;
    }
  | ({ readonly type: 'fixes' } & FixResult)
  | { readonly type: 'because'; readonly asked: number; readonly proposal: NameProposal | null }
  /** Null: the target does not work here. */
  | { readonly type: 'taught'; readonly asked: number; readonly taught: Taught | null }
  | { readonly type: 'preview-error'; readonly seq: number; readonly text: string }
  | { readonly type: 'broken'; readonly text: string };
