import { applyChange, invertEdits, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import type { LoggedChange } from '@renquil/api';

/** A change that the server has not acknowledged. */
export interface Pending {
  readonly id: string;
  readonly label: string;
  readonly edits: readonly Edit[];
}
/** What became of waiting changes when others were faster. */
export interface Rebased {
  /** Edits that were really applied to the page's scene, in order, for whoever follows along. */
  readonly applied: readonly (readonly Edit[])[];
  /** Changes of ours that no longer apply on top of what others did. */
  readonly lost: readonly { readonly change: Pending; readonly detail: string }[];
}
/** A change of others does not apply here: this copy is not what the server has. */
export class CopyDiffers extends Error {}

/**
 * Changes made here and not yet acknowledged, in order. Others' changes go under them: ours are taken back, theirs
 * applied, ours applied again when every edit still finds what it expects.
 */
export class ChangeQueue {
  readonly pending: Pending[] = [];
  constructor(readonly scene: Scene) {}

  get head(): Pending | undefined {
    return this.pending[0];
  }
  add(change: Pending): void {
    this.pending.push(change);
  }
  /** This one is committed. */
  acknowledge(id: string): void {
    const at = this.pending.findIndex((change) => change.id === id);
    if (at >= 0) this.pending.splice(at, 1);
  }
  /**
   * @param drop changes of ours to leave out
   * @throws CopyDiffers when a change of others does not apply; then all is as it was before
   */
  rebase(missed: readonly LoggedChange[], drop: ReadonlySet<string> = new Set()): Rebased {
    const applied: (readonly Edit[])[] = [];
    const lost: { change: Pending; detail: string }[] = [];
    const run = (edits: readonly Edit[]): string | null => {
      const result = applyChange(this.scene, { label: '', edits });
      if (!result.ok) return result.detail;
      applied.push(edits);
      return null;
    };
    for (const mine of [...this.pending].reverse()) run(invertEdits(mine.edits));
    for (const change of missed) {
      const detail = run(change.edits);
      if (detail === null) continue;
      for (const edits of applied.splice(0).reverse())
        applyChange(this.scene, { label: '', edits: invertEdits(edits) });
      throw new CopyDiffers(`revision ${change.revision} does not apply here: ${detail}`);
    }
    const theirs = new Set(missed.map((change) => change.id));
    for (const change of this.pending.splice(0)) {
      // Committed already, though the answer never arrived: it came back among theirs.
      if (theirs.has(change.id) || drop.has(change.id)) continue;
      const detail = run(change.edits);
      if (detail) lost.push({ change, detail });
      else this.pending.push(change);
    }
    return { applied, lost };
  }
}
