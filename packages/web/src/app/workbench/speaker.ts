import { LiveAnnouncer } from '@angular/cdk/a11y';
import { effect, inject, Injectable, untracked } from '@angular/core';
import { count } from '../ui/count';
import { LedgerState } from './ledger/ledger-state';

/** How long nothing new may have come before it is said. */
const rest = 700;

/** Says, politely and once, what a look at the page would tell: how many are found, picked, and will change. */
@Injectable()
export class Speaker {
  readonly #announcer = inject(LiveAnnouncer);
  readonly #ledger = inject(LedgerState);
  readonly #waiting = new Map<string, string>();
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    this.#follow('found', () => {
      const { error, test } = this.#ledger.query();
      if (error) return error;
      return test ? `${count(this.#ledger.shownCount())} found` : '';
    });
    this.#follow('picked', () => {
      const { size } = this.#ledger.picking().picked;
      // One that is picked is read out as the row the keys are on.
      return size > 1 ? `${count(size)} picked` : '';
    });
    this.#follow('changes', () => {
      const preview = this.#ledger.preview();
      if (!preview) return '';
      const clashes = preview.clashes.size ? `, ${count(preview.clashes.size, 'clash', 'clashes')}` : '';
      return `${count(preview.names.size, 'name')} will change${clashes}`;
    });
  }
  /** What is said while somebody types on goes unsaid but for the last. */
  say(about: string, text: string): void {
    if (text) this.#waiting.set(about, text);
    else this.#waiting.delete(about);
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      const all = [...this.#waiting.values()].join(', ');
      this.#waiting.clear();
      if (all) void this.#announcer.announce(all, 'polite');
    }, rest);
  }
  #follow(about: string, text: () => string): void {
    let before = '';
    effect(() => {
      const now = text();
      untracked(() => {
        if (now !== before) this.say(about, now);
        before = now;
      });
    });
  }
}
