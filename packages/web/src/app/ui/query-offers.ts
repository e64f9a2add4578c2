import { computed, signal } from '@angular/core';
import { completeQuery, type Completion } from '@renquil/core/query';
import type { Scene } from '@renquil/core/scene';

/** Ways to go on with a filter that is being typed: which there are, which the keys are on, and what taking one writes. */
export class QueryOffers {
  /** The text and cursor that they are made for; null: none are wanted. */
  readonly #asked = signal<{ readonly text: string; readonly cursor: number } | null>(null);
  /** The one that Enter takes; -1: none yet. */
  readonly at = signal(-1);
  readonly all = computed<readonly Completion[]>(() => {
    const asked = this.#asked();
    return asked ? completeQuery(this.scene(), asked.text, asked.cursor) : [];
  });
  constructor(readonly scene: () => Scene) {}

  ask(field: HTMLInputElement): void {
    this.#asked.set({ text: field.value, cursor: field.selectionStart ?? field.value.length });
    this.at.set(-1);
  }
  leave(): void {
    this.#asked.set(null);
  }
  /** Puts one into the field, at the word that it goes on with. */
  take({ text, from, to }: Completion, field: HTMLInputElement): void {
    const isKey = text.endsWith(':');
    const next = field.value.slice(0, from) + text + (isKey ? '' : ' ') + field.value.slice(to).trimStart();
    field.value = next;
    const cursor = from + text.length + (isKey ? 0 : 1);
    field.setSelectionRange(cursor, cursor);
    // A key asks for its value at once.
    this.#asked.set(isKey ? { text: next, cursor } : null);
    this.at.set(-1);
  }
  /** Does what a key means to them. @returns taken: the field has another text; done: it was for them; null: it was not. */
  key(event: KeyboardEvent, field: HTMLInputElement): 'taken' | 'done' | null {
    const offers = this.all();
    if (!offers.length) return null;
    if (event.key === 'Escape') this.leave();
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const by = event.key === 'ArrowDown' ? 1 : -1;
      this.at.update((at) => Math.max(-1, Math.min(offers.length - 1, at + by)));
    } else if (event.key === 'Tab' || (event.key === 'Enter' && this.at() >= 0)) {
      event.preventDefault();
      this.take(offers[Math.max(0, this.at())]!, field);
      return 'taken';
    } else return null;
    event.preventDefault();
    return 'done';
  }
}
