import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Session } from '../session';
import type { SaveSession } from './save-session';
import type { SaveStatus } from './save-state';

/**
 * The save sessions of this page: that of the open scene, and those of scenes that were left while something of theirs
 * was still on its way; they send on until all is acknowledged.
 */
@Injectable({ providedIn: 'root' })
export class SaveSessions {
  readonly #session = inject(Session);
  readonly #sessions = new Map<number, SaveSession>();
  readonly #statuses = signal<ReadonlyMap<number, SaveStatus>>(new Map());
  /** Changes made here that no server has acknowledged, over all scenes. */
  readonly waiting = computed(() => {
    let sum = 0;
    for (const { waiting } of this.#statuses().values()) sum += waiting;
    return sum;
  });

  constructor() {
    window.addEventListener('beforeunload', (event) => {
      if (this.waiting()) event.preventDefault();
    });
    window.addEventListener('online', () => this.resume());
    // Whoever signed out leaves what was not sent in the browser's store, under their own name.
    effect(() => {
      if (!this.#session.info()) for (const id of [...this.#sessions.keys()]) this.end(id);
    });
  }
  begin(scene: number, session: SaveSession): void {
    this.end(scene);
    this.#sessions.set(scene, session);
    this.tell(scene, session);
  }
  tell(scene: number, session: SaveSession): void {
    if (this.#sessions.get(scene) !== session) return;
    this.#statuses.update((all) => new Map(all).set(scene, session.status));
  }
  /** The page goes to another scene: what waits is still sent. */
  leave(scene: number): void {
    if (!this.#sessions.get(scene)?.status.waiting) this.end(scene);
  }
  end(scene: number): void {
    this.#sessions.get(scene)?.close();
    this.#sessions.delete(scene);
    this.#statuses.update((all) => {
      const left = new Map(all);
      left.delete(scene);
      return left;
    });
  }
  /** Whatever was in the way may be gone. */
  resume(): void {
    for (const session of this.#sessions.values()) session.resume();
  }
}
