import type { DecodedPart } from '@renquil/formats';

export interface ToGeometry {
  readonly url: string;
}
export interface DrawnPart extends DecodedPart {
  /** Ends of the sharp edges, 3 numbers a point; null when the scene is too big to draw them. */
  readonly edges: Float32Array | null;
}
export type FromGeometry =
  | {
      readonly type: 'shapes';
      readonly shapes: readonly { readonly index: number; readonly parts: readonly DrawnPart[] | null }[];
      readonly done: number;
      readonly total: number;
    }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly text: string };
