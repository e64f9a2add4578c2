import type { Vec3 } from '@renquil/core/math';
import type { Axis, PivotAt } from '@renquil/core/plans';
import type { Json } from '@renquil/core/scene';

/** An object of a change list: its id number, or a path that only it has. */
export type ObjectRef = number | string;

/** One change of a list; objects are told by path or id. */
export type ListedChange =
  | { readonly op: 'rename'; readonly object: ObjectRef; readonly to: string }
  | {
      readonly op: 'move';
      readonly object: ObjectRef;
      readonly under: ObjectRef | null;
      readonly index?: number;
      readonly keep?: 'world' | 'local';
    }
  | { readonly op: 'remove'; readonly objects: readonly ObjectRef[] }
  | {
      readonly op: 'group';
      readonly objects: readonly ObjectRef[];
      readonly name: string;
      readonly pivot?: Extract<PivotAt, string>;
    }
  | { readonly op: 'ungroup'; readonly object: ObjectRef; readonly all?: boolean }
  | { readonly op: 'zero'; readonly objects: readonly ObjectRef[]; readonly how: 'bake' | 'rest' }
  | { readonly op: 'pivot'; readonly object: ObjectRef; readonly at: Vec3 | 'centre' | 'base' | 'origin' }
  | { readonly op: 'mirror'; readonly object: ObjectRef; readonly axis: Axis }
  | { readonly op: 'set'; readonly object: ObjectRef; readonly field: string; readonly value: Json };

/** What `renquil apply` takes, and what a script in an artist's program can read. */
export interface ChangeList {
  readonly renquil: 'changes/1';
  readonly changes: readonly ListedChange[];
}
/** What a list can do. */
export const changeOps = [
  'rename',
  'move',
  'remove',
  'group',
  'ungroup',
  'zero',
  'pivot',
  'mirror',
  'set',
] as const;
