import type { Kind } from '@renquil/core/scene';

/** What an object of a made scene is, whatever it is called. */
export interface Truth {
  readonly kind: Kind;
  readonly words: readonly string[];
  readonly side?: 'left' | 'right' | 'centre';
  readonly depth?: 'front' | 'back';
  /** Which of several alike, from 1. */
  readonly number?: number;
  readonly surface?: string;
}
/** A piece of a name: what it tells, its text, and what stands before it when something does. */
export interface NamePiece {
  readonly role: 'side' | 'place' | 'what' | 'number' | 'surface' | 'type' | 'version' | 'variant';
  readonly text: string;
  readonly sign: string;
}
export function joinPieces(pieces: readonly NamePiece[]): string {
  return pieces.map(({ text, sign }, i) => (i ? sign : '') + text).join('');
}
