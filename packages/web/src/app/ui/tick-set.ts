import { signal } from '@angular/core';

/** Which of a list are ticked: a signal of a set, to be read in templates and turned one at a time. */
export class TickSet<T> {
  readonly #all = signal<ReadonlySet<T>>(new Set());
  constructor(ticked: Iterable<T> = []) {
    this.#all.set(new Set(ticked));
  }
  all(): ReadonlySet<T> {
    return this.#all();
  }
  get size(): number {
    return this.#all().size;
  }
  has(one: T): boolean {
    return this.#all().has(one);
  }
  toggle(one: T, on = !this.has(one)): void {
    const next = new Set(this.#all());
    if (on) next.add(one);
    else next.delete(one);
    this.#all.set(next);
  }
  set(ticked: Iterable<T>): void {
    this.#all.set(new Set(ticked));
  }
}
