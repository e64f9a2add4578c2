import { computed, signal } from '@angular/core';

/** A text while a field is open on it: what it was opened on, what is typed, and what it became meanwhile. */
export class EditedText {
  readonly #opened = signal('');
  readonly typed = signal('');
  /** What somebody else made of it since; null: it is what it was. */
  readonly theirs = computed(() => {
    const now = this.read();
    return now === this.#opened() ? null : now;
  });
  /** @param read what it is now; a signal's value, so that a change is seen */
  constructor(readonly read: () => string) {}

  begin(): void {
    const now = this.read();
    this.#opened.set(now);
    this.typed.set(now);
  }
  get isTyped(): boolean {
    return this.typed() !== this.#opened();
  }
  /** What leaving the field means: nothing was typed; keep it; or two have changed it, and a person must choose. */
  get leaving(): 'nothing' | 'keep' | 'choose' {
    if (!this.isTyped || this.typed() === this.theirs()) return 'nothing';
    return this.theirs() === null ? 'keep' : 'choose';
  }
  /** What was typed goes over what it became. */
  overTheirs(): void {
    this.#opened.set(this.read());
  }
}
