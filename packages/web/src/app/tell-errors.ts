import { inject, Injectable, type ErrorHandler } from '@angular/core';
import { SaveSessions } from './state/saving/save-sessions';
import { ToastList } from './state/toast-list';

/** What broke in the page itself: said to the person, with what becomes of their work, and left in the console for us. */
@Injectable()
export class TellErrors implements ErrorHandler {
  readonly #toasts = inject(ToastList);
  readonly #sessions = inject(SaveSessions);

  handleError(error: unknown): void {
    console.error(error);
    const message = error instanceof Error ? error.message : String(error);
    const waiting = this.#sessions.waiting();
    const kept = waiting
      ? `${waiting === 1 ? 'The edit' : `The ${waiting} edits`} not sent yet ${waiting === 1 ? 'is' : 'are'} kept in this browser.`
      : 'Everything you did is saved.';
    this.#toasts.complain(
      `A part of this page broke (${message.slice(0, 160)}). ${kept} Reload the page if it does not go on.`,
    );
  }
}
