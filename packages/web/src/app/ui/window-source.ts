import { DataSource } from '@angular/cdk/collections';
import { type Signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Observable } from 'rxjs';

/** What a virtual list needs of its lines. */
export interface Windowed<T> {
  readonly length: number;
  slice(from: number, to: number): T[];
}

/** Lines for a virtual list, which asks for their number and for windows: nothing is made of lines that nobody sees. */
export class WindowSource<T> extends DataSource<T> {
  readonly #lines: Observable<Windowed<T>>;
  constructor(lines: Signal<Windowed<T>>) {
    super();
    this.#lines = toObservable(lines);
  }
  override connect(): Observable<readonly T[]> {
    return this.#lines as Observable<unknown> as Observable<readonly T[]>;
  }
  override disconnect(): void {
    // Nothing is held.
  }
}
