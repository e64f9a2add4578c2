import type { Transform, Vec3 } from '@renquil/core/math';
import type { Axis, PivotAt } from '@renquil/core/plans';
import type { Json, Kind } from '@renquil/core/scene';

/** An object of a change list: its id number, or a path that only it has. */
export type ObjectRef = number | string;

/** What a list that was made of two states says beside each change, for who runs it in another program. */
export interface Told {
  /** The id that the listing gave the object. */
  readonly source?: string | number;
  /** Where the object is when its turn comes; left out below 256 levels. */
  readonly path?: string;
  /** What stands there before, to be looked at first. */
  readonly was?: Json;
}

/** One change of a list; objects are told by path or id. */
export type ListedChange = Told &
  (
    | { readonly op: 'rename'; readonly object: ObjectRef; readonly to: string }
    | {
        readonly op: 'move';
        readonly object: ObjectRef;
        readonly under: ObjectRef | null;
        readonly index?: number;
        /** The sibling that it stands behind; null: it is the first. */
        readonly after?: ObjectRef | null;
        readonly keep?: 'world' | 'local';
      }
    | {
        readonly op: 'create';
        /** The id that those after it call it by. */
        readonly object: number;
        readonly name: string;
        readonly under: ObjectRef | null;
        readonly after?: ObjectRef | null;
        readonly kind?: Kind;
        readonly local?: Transform;
      }
    | { readonly op: 'transform'; readonly object: ObjectRef; readonly to: Transform }
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
    | { readonly op: 'set'; readonly object: ObjectRef; readonly field: string; readonly value: Json }
    | { readonly op: 'rename-material'; readonly material: number; readonly to: string }
  );

/** What `renquil apply` takes, and what a script in an artist's program can read. */
export interface ChangeList {
  readonly renquil: 'changes/1';
  /** What transforms in it are measured in, and what is up; left out: metres, Y up. */
  readonly metersPerUnit?: number;
  readonly up?: 'Y' | 'Z';
  readonly changes: readonly ListedChange[];
  /** What changed and is in no list, by what it is: shapes, sets, layers, views. */
  readonly left?: Readonly<Record<string, number>>;
}

/** What a list can do. */
export const changeOps = [
  'rename',
  'move',
  'create',
  'transform',
  'remove',
  'group',
  'ungroup',
  'zero',
  'pivot',
  'mirror',
  'set',
  'rename-material',
] as const;
