import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { PeopleApi } from '../state/people-api';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { same } from '../ui/validators';
import { secretOfLink } from './from-link';

/** Where the link of somebody who forgot their password leads. */
@Component({
  selector: 'rq-new-password',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, ReactiveFormsModule, RouterLink],
  template: `
    <main class="grid h-full place-items-center overflow-y-auto bg-page p-6">
      <div class="card w-[420px] max-w-full p-5">
        <h1 class="text-head font-bold">A new password</h1>
        @if (done(); as signIn) {
          <p class="mt-3" role="status">
            It is set. You sign in as <span class="chip">{{ signIn }}</span>.
          </p>
          <a class="btn btn-main mt-4" routerLink="/sign-in">Sign in</a>
        } @else {
          <form class="mt-3 grid gap-3" [formGroup]="form" (ngSubmit)="set()">
            <rq-field words="The new one" hint="(12 characters or more)"
              ><input
                class="field mt-1 w-full"
                type="password"
                name="password"
                autocomplete="new-password"
                required
                formControlName="password"
            /></rq-field>
            <rq-field words="The same again"
              ><input
                class="field mt-1 w-full"
                type="password"
                name="again"
                autocomplete="new-password"
                required
                formControlName="again"
            /></rq-field>
            @if (doing.failure()) {
              <p class="text-block" role="alert">{{ doing.failure() }}</p>
            }
            <button
              type="submit"
              class="btn btn-main justify-center"
              [disabled]="doing.busy() || form.controls.password.invalid || form.controls.again.invalid"
            >
              Set it
            </button>
            <p class="text-small text-ink-2">You are signed out wherever you are signed in.</p>
          </form>
        }
      </div>
    </main>
  `,
  host: { class: 'block h-full' },
})
export class NewPassword {
  readonly #api = inject(PeopleApi);
  readonly done = signal('');
  readonly doing = new Doing();
  readonly #secret = secretOfLink();
  readonly form = inject(NonNullableFormBuilder).group(
    { password: ['', Validators.required], again: ['', Validators.required] },
    { validators: same('password', 'again') },
  );

  async set(): Promise<void> {
    if (this.form.invalid) return this.doing.refuse('It is not the same both times.');
    const { password } = this.form.getRawValue();
    await this.doing.run(
      () => this.#api.useReset(this.#secret, password),
      ({ signIn }) => this.done.set(signIn),
    );
  }
}
