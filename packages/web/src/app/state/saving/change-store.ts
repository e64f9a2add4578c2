import { readOwn } from '@renquil/core/own-json';
import { Injectable } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Pending } from './change-queue';
import type { ChangeStore } from './save-session';

interface Kept {
  readonly id: string;
  readonly account: number;
  readonly scene: number;
  readonly label: string;
  /** As JSON: cheaper to keep than very many small objects. */
  readonly edits: string;
  /** Counts up, so that they come back in the order in which they were made. */
  readonly n: number;
}
interface Schema extends DBSchema {
  changes: { key: string; value: Kept; indexes: { of: [number, number] } };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;
function open(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('renquil-unsent', 1, {
    upgrade(database) {
      database.createObjectStore('changes', { keyPath: 'id' }).createIndex('of', ['account', 'scene']);
    },
    // Another window wants a newer form.
    blocking: () => void forget(),
    terminated: () => (opened = null),
  });
  opened.catch(() => (opened = null));
  return opened;
}
async function forget(): Promise<void> {
  const before = opened;
  opened = null;
  (await before)?.close();
}

let last = 0;

/**
 * Changes of one person in one scene that the server has not acknowledged, in the browser's own database, so that they
 * outlive the page. Never another person's: whoever signs in here next neither sees nor sends them.
 */
export class UnsentChanges implements ChangeStore {
  /** One after another: what is dropped must have been kept before. */
  #work: Promise<unknown> = Promise.resolve();
  constructor(
    readonly account: number,
    readonly scene: number,
    /** It cannot be kept here (private window, full disk): the person should know. */
    readonly failed: (error: unknown) => void = () => undefined,
  ) {}

  keep({ id, label, edits }: Pending): Promise<void> {
    last = Math.max(last + 1, Date.now() * 1000);
    const { account, scene } = this;
    const kept: Kept = { id, account, scene, label, edits: JSON.stringify(edits), n: last };
    return this.#then(async () => void (await (await open()).put('changes', kept)));
  }
  drop(id: string): Promise<void> {
    return this.#then(async () => (await open()).delete('changes', id));
  }
  async waiting(): Promise<readonly Pending[]> {
    await this.#work;
    const rows = await (await open()).getAllFromIndex('changes', 'of', [this.account, this.scene]);
    return rows
      .sort((a, b) => a.n - b.n)
      .map(({ id, label, edits }) => ({ id, label, edits: readOwn<Edit[]>(edits) }));
  }
  #then(work: () => Promise<void>): Promise<void> {
    const done = this.#work.then(work).catch((error: unknown) => this.failed(error));
    this.#work = done;
    return done;
  }
}

/** Makes the stores; a test brings its own. */
@Injectable({ providedIn: 'root' })
export class UnsentStores {
  of(account: number, scene: number, failed: (error: unknown) => void): ChangeStore {
    return new UnsentChanges(account, scene, failed);
  }
  /** Scenes in which a person has changes that were not sent, and how many. */
  scenes(account: number): Promise<ReadonlyMap<number, number>> {
    return scenesWithUnsent(account);
  }
}

/** Scenes in which a person has changes that were not sent. */
async function scenesWithUnsent(account: number): Promise<ReadonlyMap<number, number>> {
  const counts = new Map<number, number>();
  for (const kept of await (await open()).getAll('changes'))
    if (kept.account === account) counts.set(kept.scene, (counts.get(kept.scene) ?? 0) + 1);
  return counts;
}
