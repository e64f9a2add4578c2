import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { TopBar } from '../shell/top-bar';
import { PeopleApi } from '../state/people-api';
import type { SessionOfMine } from '@renquil/api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { browserOf } from './browser-of';

/** One's own password, and where one is signed in. */
@Component({
  selector: 'rq-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, DatePipe, FormsModule, TopBar],
  templateUrl: './account-page.html',
  host: { class: 'flex h-full flex-col' },
})
export class AccountPage {
  readonly #api = inject(PeopleApi);
  readonly #toasts = inject(ToastList);
  readonly session = inject(Session);
  readonly sessions = signal<readonly SessionOfMine[] | null>(null);
  readonly error = signal('');
  readonly wrong = signal('');
  readonly busy = signal(false);
  readonly form = { now: '', next: '', again: '' };
  readonly browserOf = browserOf;

  constructor() {
    void this.load();
  }
  async load(): Promise<void> {
    try {
      this.sessions.set(await firstValueFrom(this.#api.sessions()));
      this.error.set('');
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async change(): Promise<void> {
    const { now, next, again } = this.form;
    if (next !== again) {
      this.wrong.set('The new password is not the same both times.');
      return;
    }
    this.busy.set(true);
    this.wrong.set('');
    try {
      const { ended } = await firstValueFrom(this.#api.changePassword(now, next));
      Object.assign(this.form, { now: '', next: '', again: '' });
      this.#toasts.say(
        `Your password is another one now.${ended ? ` You are signed out in ${ended} other ${ended === 1 ? 'place' : 'places'}.` : ''}`,
      );
    } catch (error) {
      this.wrong.set((error as Error).message);
    }
    this.busy.set(false);
    await this.load();
  }
  async end(one: SessionOfMine): Promise<void> {
    await this.#do(() => firstValueFrom(this.#api.endSession(one.id)), 'It is signed out.');
  }
  async endOthers(): Promise<void> {
    await this.#do(() => firstValueFrom(this.#api.endOthers()), 'You are signed out everywhere else.');
  }
  async #do(work: () => Promise<unknown>, says: string): Promise<void> {
    try {
      await work();
      this.#toasts.say(says);
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load();
  }
}
