import { Injectable, signal } from '@angular/core';

/** A line that is shown for a while. */
export interface Toast {
  readonly id: number;
  readonly text: string;
  readonly bad: boolean;
}

/** Short messages at the foot of the page. Errors stay until they are put away. */
@Injectable({ providedIn: 'root' })
export class ToastList {
  readonly toasts = signal<readonly Toast[]>([]);
  #next = 1;
  say(text: string): void {
    const id = this.#add(text, false);
    setTimeout(() => this.dismiss(id), 5000);
  }
  complain(error: unknown): void {
    this.#add(error instanceof Error ? error.message : String(error), true);
  }
  dismiss(id: number): void {
    this.toasts.update((all) => all.filter((toast) => toast.id !== id));
  }
  #add(text: string, bad: boolean): number {
    const id = this.#next++;
    this.toasts.update((all) => [...all.filter((toast) => toast.text !== text), { id, text, bad }].slice(-3));
    return id;
  }
}
