/** An object of a change list: its id number, or a path that only it has. */
export type ObjectRef = number | string;

export type ListedChange =
  | { readonly op: 'rename'; readonly object: ObjectRef; readonly to: string }
  | {
      readonly op: 'move';
      readonly object: ObjectRef;
      readonly under: ObjectRef | null;
      readonly index?: number;
      readonly keep?: 'world' | 'local';
    }
  | { readonly op: 'remove'; readonly objects: readonly ObjectRef[] };

/** What `renquil apply` takes, and what a script in an artist's program can read. */
export interface ChangeList {
  readonly renquil: 'changes/1';
  readonly changes: readonly ListedChange[];
}
export const changeOps = ['rename', 'move', 'remove'] as const;
