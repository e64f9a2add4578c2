import { readOwn } from '@renquil/core/own-json';
import { gunzipSync } from 'node:zlib';
import { applyChange, invertEdits, touchedBy, type Edit } from '@renquil/core/edits';
import { RenquilError, type ErrorCode, type ErrorData } from '@renquil/core/errors';
import { openSnapshot, strangeId, type ObjectId, type Scene, type SceneSnapshot } from '@renquil/core/scene';
import { decodeChange } from '@renquil/formats/schemas';
import { readChange } from './read-change.js';
import { indexRows } from '../tasks/index-rows.js';
import type { StoredChange } from '../tasks/stored-scene.js';

/** A change to lay on: edits that were read on the desk and stay there under a token, or edits that come along as JSON. */
export type ToLay = number | string;
/** What is known of a posted change once it was read. */
export interface ReadChange {
  readonly toLay: ToLay;
  readonly id: string;
  readonly base: number;
  readonly label: string;
  readonly count: number;
  /** The edits as JSON, for the log. */
  readonly edits: Uint8Array;
}
/** What became of one change that was laid on. */
export type Outcome =
  { readonly ok: true } | { readonly ok: false; readonly code: ErrorCode; readonly data: ErrorData };
/** What became of changes that were laid on. */
export interface Laid {
  readonly outcomes: readonly Outcome[];
  /** Objects in the scene now. */
  readonly size: number;
  /** Objects that are gone, and rows of those that were touched as JSON lists of [id, parent, name, kind]. */
  readonly gone: readonly ObjectId[];
  readonly rows: readonly Uint8Array[];
}
interface Copy {
  readonly scene: Scene;
  /** Applied, but not known to be committed, in order. */
  tentative: (readonly Edit[])[];
}

/**
 * Copies of open scenes on a thread of their own: posted changes are read, judged and laid on here, so that the thread
 * that answers requests never does. What is laid on is tentative until it is kept: laying on again begins by taking the
 * tentative back, so that every attempt of a transaction starts from what was committed.
 */
export class SceneDesk {
  readonly #copies = new Map<number, Copy>();
  readonly #read = new Map<number, readonly Edit[]>();
  #next = 1;

  /** For large bodies: the edits stay here. @throws RenquilError request-invalid, naming the place */
  read(body: Uint8Array): ReadChange {
    const { edits, ...change } = readChange(body);
    const token = this.#next++;
    this.#read.set(token, edits);
    return { ...change, toLay: token, edits: new TextEncoder().encode(JSON.stringify(edits)) };
  }
  /** Nobody will ask for this change any more. */
  drop(token: number): void {
    this.#read.delete(token);
  }
  open(scene: number, snapshot: Uint8Array, changes: readonly StoredChange[]): number {
    const parsed = readOwn<SceneSnapshot>(gunzipSync(snapshot).toString('utf8'));
    this.#copies.set(scene, { scene: openSnapshot(parsed), tentative: [] });
    this.follow(scene, changes);
    return this.#copies.get(scene)!.scene.size;
  }
  /** Changes that were committed elsewhere go on top. */
  follow(scene: number, changes: readonly StoredChange[]): void {
    const copy = this.#copy(scene);
    this.#takeBack(copy);
    for (const { edits, format } of changes) {
      const result = applyChange(copy.scene, { label: '', edits: decodeChange(edits, format) });
      if (result.ok) continue;
      this.#copies.delete(scene);
      throw new RenquilError('log-invalid', { detail: `scene ${scene}: ${result.detail}` });
    }
  }
  /** Lays changes on, one after another; a refused one leaves the copy as it was and the next may still fit. */
  lay(scene: number, changes: readonly ToLay[]): Laid {
    const copy = this.#copy(scene);
    this.#takeBack(copy);
    const outcomes = changes.map((change) =>
      this.#layOne(copy, typeof change === 'number' ? this.#read.get(change)! : readOwn<Edit[]>(change)),
    );
    return { outcomes, size: copy.scene.size, ...indexOf(copy) };
  }
  /** What was laid on is committed. */
  keep(scene: number): void {
    this.#copy(scene).tentative = [];
  }
  close(scene: number): void {
    this.#copies.delete(scene);
  }

  #layOne(copy: Copy, edits: readonly Edit[]): Outcome {
    const strange = strangeId(copy.scene, edits);
    if (strange !== null) {
      const detail = `object number ${strange} lies far beyond those of the scene, which are below ${copy.scene.nextId}`;
      return { ok: false, code: 'request-invalid', data: { detail, object: strange } };
    }
    const result = applyChange(copy.scene, { label: '', edits });
    if (!result.ok) {
      const { detail, object, at } = result;
      return { ok: false, code: 'change-invalid', data: { detail, object, at } };
    }
    copy.tentative.push(edits);
    return { ok: true };
  }
  #takeBack(copy: Copy): void {
    for (const edits of copy.tentative.splice(0).reverse()) {
      const back = applyChange(copy.scene, { label: '', edits: invertEdits(edits) });
      if (!back.ok) throw new Error(`what was laid on cannot be taken back: ${back.detail}`);
    }
  }
  #copy(scene: number): Copy {
    const copy = this.#copies.get(scene);
    if (!copy) throw new Error(`scene ${scene} is not on this desk`);
    return copy;
  }
}

/** What the index of objects must take in. */
function indexOf({ scene, tentative }: Copy): Pick<Laid, 'gone' | 'rows'> {
  const touched = new Set<ObjectId>();
  for (const edits of tentative) for (const id of touchedBy(edits).objects) touched.add(id);
  const ids = [...touched].sort((a, b) => a - b);
  return {
    gone: ids.filter((id) => !scene.find(id)),
    rows: indexRows(ids.flatMap((id) => scene.find(id) ?? [])),
  };
}
