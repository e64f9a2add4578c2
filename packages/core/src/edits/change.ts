import type { Scene } from '../scene/scene.js';
import type { Edit, Refusal } from './edit.js';
import { applyEdit, invertEdit } from './registry.js';

/** A list of edits applied as one: the unit of undo, of the log and of what others see. */
export interface Change {
  readonly label: string;
  readonly edits: readonly Edit[];
}

/** What takes the change back; or which edit was refused (`at`, from 0) and why. */
export type ChangeResult = { ok: true; inverse: Change } | ({ ok: false; at: number } & Refusal);

/** Edits that take a list back, last first. */
export function invertEdits(edits: readonly Edit[]): Edit[] {
  return edits.map(invertEdit).reverse();
}

/**
 * All or nothing: when one edit is refused, those before it are taken back and the refusal says which it was.
 * Renames are simultaneous because objects are addressed by id: A to B and B to A works.
 */
export function applyChange(scene: Scene, change: Change): ChangeResult {
  for (let at = 0; at < change.edits.length; at++) {
    const result = applyEdit(scene, change.edits[at]!);
    if (result.ok) continue;
    for (const back of invertEdits(change.edits.slice(0, at))) {
      const undone = applyEdit(scene, back);
      if (!undone.ok) throw new Error(`an edit broke its law: ${back.kind} could not be taken back`);
    }
    return { ...result, at };
  }
  return { ok: true, inverse: { label: change.label, edits: invertEdits(change.edits) } };
}
