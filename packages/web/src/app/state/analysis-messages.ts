import type {
  Clash,
  ClashPolicy,
  Edit,
  Finding,
  Gate,
  ObjectId,
  RecipeStep,
  SceneSnapshot,
  Standing,
} from '@renquil/core';

/** What the page asks of its analysis worker. The worker keeps a copy of the scene and follows every edit. */
export type ToAnalysis =
  | {
      readonly type: 'open';
      readonly snapshot: SceneSnapshot;
      readonly changes: readonly (readonly Edit[])[];
    }
  | { readonly type: 'edits'; readonly edits: readonly Edit[] }
  | { readonly type: 'preview'; readonly request: PreviewRequest };

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
export interface FindingsDelta {
  /** All of them, in place of what was known. */
  readonly whole: boolean;
  readonly rows: readonly (readonly [ObjectId, readonly Finding[]])[];
}
export type FromAnalysis =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | ({ readonly type: 'findings' } & FindingsDelta)
  | { readonly type: 'summary'; readonly standing: Standing; readonly gate: Gate }
  | { readonly type: 'preview'; readonly result: PreviewResult }
  | { readonly type: 'preview-error'; readonly seq: number; readonly text: string }
  | { readonly type: 'broken'; readonly text: string };
