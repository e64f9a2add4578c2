import type { Edit } from '@renquil/core/edits';

/** Something that can be taken back or done again. */
export interface Done {
  readonly label: string;
  readonly edits: readonly Edit[];
}
/** What can be undone and redone, the next one last. */
export interface Stacks {
  readonly undo: readonly Done[];
  readonly redo: readonly Done[];
}
const [undoPrefix, redoPrefix] = ['Undo: ', 'Redo: '];
/** What taking it back is called in the log. */
export const undoLabel = (done: Done): string => undoPrefix + done.label;
/** What doing it again is called in the log. */
export const redoLabel = (done: Done): string => redoPrefix + done.label;

/** What one person can undo and redo, read from what they did, oldest first. */
export function stacksFrom(log: readonly Done[]): Stacks {
  const undo: Done[] = [];
  const redo: Done[] = [];
  for (const change of log) {
    if (change.label.startsWith(undoPrefix)) {
      const back = undo.pop();
      if (back) redo.push(back);
    } else if (change.label.startsWith(redoPrefix)) {
      const again = redo.pop();
      if (again) undo.push(again);
    } else {
      undo.push({ label: change.label, edits: change.edits });
      redo.length = 0;
    }
  }
  return { undo, redo };
}
