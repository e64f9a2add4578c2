import type { DecodedPart } from '@renquil/formats';

export interface ToGeometry {
  readonly url: string;
}
export type FromGeometry =
  | { readonly type: 'shapes'; readonly shapes: readonly { readonly index: number; readonly parts: readonly DecodedPart[] | null }[]; readonly done: number; readonly total: number }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly text: string };
