import type { DecodedPart } from '@renquil/formats';
import type { DrawnTextures } from './scene-textures';
import type { SerializedBVH } from 'three-mesh-bvh';

/** Asks the geometry worker for shapes of a file. */
export interface ToGeometry {
  readonly url: string;
  /** Only these shapes; left out: all. */
  readonly only?: readonly number[];
}
/** Where the geometry worker may ask for pictures in KTX; null: nobody unpacks them. */
export interface BasisGiven {
  readonly basis: MessagePort | null;
}
/** A decoded part of a shape. */
export interface DrawnPart extends DecodedPart {
  /** The tree to pick by, of a large shape. */
  readonly tree: SerializedBVH | null;
  /** Ends of the sharp edges, 3 numbers a point; null when the scene is too big to draw them. */
  readonly edges: Float32Array | null;
}
/** What the geometry worker says. */
export type FromGeometry =
  | {
      readonly type: 'shapes';
      readonly shapes: readonly { readonly index: number; readonly parts: readonly DrawnPart[] | null }[];
      readonly done: number;
      readonly total: number;
    }
  /** Answered with BasisGiven. */
  | { readonly type: 'basis-wanted' }
  | { readonly type: 'textures'; readonly made: DrawnTextures }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly text: string };
