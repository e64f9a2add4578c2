import type {
  Clash,
  ClashPolicy,
  Convention,
  Edit,
  Finding,
  Gate,
  NameProposal,
  ObjectId,
  RecipeStep,
  SceneSnapshot,
  Standing,
} from '@renquil/core';

import type { PackedNames } from './packed-names';

/** What the page asks of its analysis worker. The worker keeps a copy of the scene and follows every edit. */
export type ToAnalysis =
  | {
      readonly type: 'open';
      readonly snapshot: SceneSnapshot;
      readonly changes: readonly (readonly Edit[])[];
      readonly convention: Convention;
    }
  | { readonly type: 'hold-to'; readonly convention: Convention }
  | { readonly type: 'propose'; readonly seq: number; readonly objects: readonly ObjectId[] }
  | { readonly type: 'stop-proposing' }
  | { readonly type: 'edits'; readonly edits: readonly Edit[] }
  | {
      readonly type: 'preview';
      readonly request: Omit<PreviewRequest, 'objects'> & { readonly objects: Int32Array };
    };

export interface PreviewRequest {
  readonly seq: number;
  readonly objects: readonly ObjectId[];
  readonly steps: readonly RecipeStep[];
  readonly policy: ClashPolicy;
}
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
export interface ProposeResult {
  readonly seq: number;
  readonly made: readonly NameProposal[];
  readonly asked: number;
  readonly took: number;
}
export interface FindingsDelta {
  /** All of them, in place of what was known. */
  readonly whole: boolean;
  readonly rows: readonly (readonly [ObjectId, readonly Finding[]])[];
}
export type FromAnalysis =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | ({ readonly type: 'findings' } & FindingsDelta)
  | { readonly type: 'summary'; readonly standing: Standing; readonly gate: Gate }
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
  | { readonly type: 'preview-error'; readonly seq: number; readonly text: string }
  | { readonly type: 'broken'; readonly text: string };
