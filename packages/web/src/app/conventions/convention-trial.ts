import { signal } from '@angular/core';
import type { TriedScene } from '@renquil/api';
import type { Convention } from '@renquil/core/names';
import type { Observable, Subscription } from 'rxjs';

/** Milliseconds after the last change before a convention is tried. */
const rest = 700;

/** What a convention would do to the scenes of a project: asked when it rests, the answer to the last question alone counts. */
export class ConventionTrial {
  readonly #tried = signal<readonly TriedScene[] | null>(null);
  readonly #busy = signal(false);
  /** null: not known, since it is asked for the first time or cannot be tried as it stands. */
  readonly tried = this.#tried.asReadonly();
  readonly busy = this.#busy.asReadonly();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #asked: Subscription | undefined;

  constructor(
    readonly ask: (shown: Convention) => Observable<readonly TriedScene[]>,
    readonly shown: () => Convention | null,
  ) {}
  soon(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.now(), rest);
  }
  /** Another convention: what was known of the last is not of this one. */
  anew(): void {
    this.#tried.set(null);
    this.now();
  }
  now(): void {
    this.stop();
    const shown = this.shown();
    if (!shown) return;
    this.#busy.set(true);
    this.#asked = this.ask(shown).subscribe({
      next: (tried) => this.#done(tried),
      // A draft cannot be tried while it cannot be kept: that is said where it is.
      error: () => this.#done(null),
    });
  }
  stop(): void {
    clearTimeout(this.#timer);
    this.#asked?.unsubscribe();
    this.#busy.set(false);
  }
  #done(tried: readonly TriedScene[] | null): void {
    this.#tried.set(tried);
    this.#busy.set(false);
  }
}
