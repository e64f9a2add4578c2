import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import type { Observable } from 'rxjs';
import { TopBar } from '../shell/top-bar';
import { PeopleApi } from '../state/people-api';
import type { SessionOfMine } from '@renquil/api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { count } from '../ui/count';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { LoadState } from '../ui/load-state';
import { same } from '../ui/validators';
import { browserOf } from './browser-of';
import { Tip } from '../ui/tip';

/** One's own password, and where one is signed in. */
@Component({
  selector: 'rq-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, DatePipe, FieldBox, LoadState, ReactiveFormsModule, Tip, TopBar],
  templateUrl: './account-page.html',
  host: { class: 'flex h-full flex-col' },
})
export class AccountPage {
  readonly #api = inject(PeopleApi);
  readonly #toasts = inject(ToastList);
  readonly session = inject(Session);
  readonly sessions = rxResource({ stream: () => this.#api.sessions() });
  readonly changing = new Doing();
  readonly ending = new Doing((error) => this.#toasts.complain(error));
  readonly form = inject(NonNullableFormBuilder).group(
    { now: ['', Validators.required], next: ['', Validators.required], again: ['', Validators.required] },
    { validators: same('next', 'again') },
  );
  readonly browserOf = browserOf;

  isFilledIn(): boolean {
    return Object.values(this.form.controls).every(({ valid }) => valid);
  }
  async change(): Promise<void> {
    if (this.form.invalid) return this.changing.refuse('The new password is not the same both times.');
    const { now, next } = this.form.getRawValue();
    await this.changing.run(
      () => this.#api.changePassword(now, next),
      ({ ended }) => {
        this.form.reset();
        const others = ended ? ` You are signed out in ${count(ended, 'other place')}.` : '';
        this.#toasts.say(`Your password is another one now.${others}`);
      },
    );
    this.sessions.reload();
  }
  end(one: SessionOfMine): Promise<void> {
    return this.#end(() => this.#api.endSession(one.id), 'It is signed out.');
  }
  endOthers(): Promise<void> {
    return this.#end(() => this.#api.endOthers(), 'You are signed out everywhere else.');
  }
  async #end(asked: () => Observable<unknown>, says: string): Promise<void> {
    await this.ending.run(asked, () => this.#toasts.say(says));
    this.sessions.reload();
  }
}
