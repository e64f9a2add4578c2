import type { Pending } from '../app/state/saving/change-queue';
import type { ChangeStore } from '../app/state/saving/save-session';

/** Keeps unsent changes as long as it lives. */
export class MemoryStore implements ChangeStore {
  readonly kept = new Map<string, Pending>();
  keep(change: Pending): Promise<void> {
    this.kept.set(change.id, structuredClone(change));
    return Promise.resolve();
  }
  drop(id: string): Promise<void> {
    this.kept.delete(id);
    return Promise.resolve();
  }
  waiting(): Promise<readonly Pending[]> {
    return Promise.resolve([...this.kept.values()]);
  }
}
/** One for every scene of every person, as long as the test runs. */
export class MemoryStores {
  readonly #stores = new Map<string, MemoryStore>();
  of(account: number, scene: number): MemoryStore {
    const key = `${account} ${scene}`;
    let store = this.#stores.get(key);
    if (!store) this.#stores.set(key, (store = new MemoryStore()));
    return store;
  }
  scenes(account: number): Promise<ReadonlyMap<number, number>> {
    const counts = [...this.#stores]
      .filter(([key, { kept }]) => key.startsWith(`${account} `) && kept.size)
      .map(([key, { kept }]) => [Number(key.split(' ')[1]), kept.size] as const);
    return Promise.resolve(new Map(counts));
  }
}
