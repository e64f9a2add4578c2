import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, firstValueFrom, of } from 'rxjs';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { demoPassword } from './demo-password';

/** In place, over the work: the session has ended, the edits wait. Only the same person may go on with them. */
@Component({
  selector: 'rq-sign-in-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form
      class="sheet w-[420px] max-w-[92vw]"
      (submit)="signIn(name.value, password.value); $event.preventDefault()"
    >
      <h2 class="border-b border-line px-4 py-3 text-[15px] font-bold">Sign in again</h2>
      <p class="px-4 pt-3 text-ink-2">
        The session of {{ who() }} has ended.
        @if (data.waiting) {
          {{ data.waiting === 1 ? 'One edit is' : data.waiting + ' edits are' }} kept here and sent once you
          are signed in.
        }
      </p>
      <label class="block px-4 pt-3 font-semibold"
        >Name<input #name class="field mt-1 w-full" autocomplete="username" required
      /></label>
      <label class="block px-4 py-3 font-semibold"
        >Password<input
          #password
          class="field mt-1 w-full"
          type="password"
          autocomplete="current-password"
          required
      /></label>
      @if (error()) {
        <p class="px-4 pb-3 text-block" role="alert">{{ error() }}</p>
      }
      <div class="flex justify-end gap-2 border-t border-line px-4 py-3">
        <button type="button" class="btn" (click)="ref.close(false)">Not now</button>
        @if (demo(); as one) {
          <button
            type="button"
            class="btn"
            [disabled]="busy()"
            data-testid="demo-again"
            (click)="signIn(one.signIn, demoPassword)"
          >
            As {{ one.name }}
          </button>
        }
        <button type="submit" class="btn btn-main" [disabled]="busy()">Sign in</button>
      </div>
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
  readonly busy = signal(false);
  readonly error = signal('');
  readonly #people = toSignal(
    inject(Api)
      .demoPeople()
      .pipe(catchError(() => of([]))),
  );
  readonly demo = computed(() => this.#people()?.find((one) => one.name === this.#before?.name) ?? null);

  async signIn(name: string, password: string): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.error.set('');
    try {
      const same = await firstValueFrom(this.#session.signInAgain(name, password));
      if (same) return this.ref.close(true);
      this.error.set(
        `That is somebody else. What waits here is ${this.who()}'s: sign in as ${this.who()}, or reload the page to go on as another. It is kept in this browser meanwhile.`,
      );
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
