import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { catchError, of } from 'rxjs';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { Sheet, SheetFoot } from '../ui/sheet';
import { demoPassword } from './demo-password';

/** In place, over the work: the session has ended, the edits wait. Only the same person may go on with them. */
@Component({
  selector: 'rq-sign-in-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, ReactiveFormsModule, Sheet, SheetFoot],
  template: `
    <form [formGroup]="form" (ngSubmit)="send()">
      <rq-sheet size="s" heading="Sign in again" [failure]="doing.failure()">
        <p class="px-4 pt-3 text-ink-2">
          The session of {{ who() }} has ended.
          @if (data.waiting) {
            {{ data.waiting === 1 ? 'One edit is' : data.waiting + ' edits are' }} kept here and sent once you
            are signed in.
          }
        </p>
        <rq-field class="px-4 pt-3" words="Name"
          ><input class="field mt-1 w-full" autocomplete="username" required formControlName="name"
        /></rq-field>
        <rq-field class="px-4 py-3" words="Password"
          ><input
            class="field mt-1 w-full"
            type="password"
            autocomplete="current-password"
            required
            formControlName="password"
        /></rq-field>
        <rq-sheet-foot>
          <button type="button" class="btn" (click)="ref.close(false)">Not now</button>
          @if (demo(); as one) {
            <button
              type="button"
              class="btn"
              [disabled]="doing.busy()"
              data-testid="demo-again"
              (click)="signIn(one.signIn, demoPassword)"
            >
              As {{ one.name }}
            </button>
          }
          <button type="submit" class="btn btn-main" [disabled]="doing.busy()">Sign in</button>
        </rq-sheet-foot>
      </rq-sheet>
    </form>
  `,
})
export class SignInAgain {
  readonly ref = inject<DialogRef<boolean>>(DialogRef);
  readonly data = inject<{ waiting: number }>(DIALOG_DATA);
  readonly demoPassword = demoPassword;
  readonly #session = inject(Session);
  readonly #before = this.#session.info()?.account;
  readonly who = computed(() => this.#before?.name ?? 'this page');
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({
    name: ['', Validators.required],
    password: ['', Validators.required],
  });
  readonly #people = toSignal(
    inject(Api)
      .demoPeople()
      .pipe(catchError(() => of([]))),
  );
  readonly demo = computed(() => this.#people()?.find((one) => one.name === this.#before?.name) ?? null);

  send(): void {
    const { name, password } = this.form.getRawValue();
    if (this.form.invalid) this.doing.refuse('A name and a password are what it takes.');
    else void this.signIn(name, password);
  }
  signIn(name: string, password: string): Promise<boolean> {
    return this.doing.run(
      () => this.#session.signInAgain(name, password),
      (same) => {
        if (same) return this.ref.close(true);
        throw new Error(
          `That is somebody else. What waits here is ${this.who()}'s: sign in as ${this.who()}, or reload the page to go on as another. It is kept in this browser meanwhile.`,
        );
      },
    );
  }
}
