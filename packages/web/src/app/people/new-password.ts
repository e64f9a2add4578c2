import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { secretOfLink } from './from-link';

/** Where the link of somebody who forgot their password leads. */
@Component({
  selector: 'rq-new-password',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, RouterLink],
  template: `
    <main class="grid h-full place-items-center overflow-y-auto bg-page p-6">
      <div class="card w-[420px] max-w-full p-5">
        <h1 class="text-[19px] font-bold">A new password</h1>
        @if (done(); as signIn) {
          <p class="mt-3" role="status">
            It is set. You sign in as <span class="chip">{{ signIn }}</span>.
          </p>
          <a class="btn btn-main mt-4" routerLink="/sign-in">Sign in</a>
        } @else {
          <form class="mt-3 grid gap-3" (ngSubmit)="set()">
            <label class="font-semibold"
              >The new one <span class="font-normal text-ink-2">(12 characters or more)</span
              ><input
                class="field mt-1 w-full"
                type="password"
                name="password"
                autocomplete="new-password"
                minlength="12"
                required
                [(ngModel)]="password"
            /></label>
            <label class="font-semibold"
              >The same again<input
                class="field mt-1 w-full"
                type="password"
                name="again"
                autocomplete="new-password"
                required
                [(ngModel)]="again"
            /></label>
            @if (error()) {
              <p class="text-block" role="alert">{{ error() }}</p>
            }
            <button
              type="submit"
              class="btn btn-main justify-center"
              [disabled]="busy() || !password || !again"
            >
              Set it
            </button>
            <p class="text-[12px] text-ink-2">You are signed out wherever you are signed in.</p>
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
  readonly error = signal('');
  readonly busy = signal(false);
  password = '';
  again = '';
  readonly #secret = secretOfLink();

  async set(): Promise<void> {
    if (this.password !== this.again) {
      this.error.set('It is not the same both times.');
      return;
    }
    this.busy.set(true);
    this.error.set('');
    try {
      this.done.set((await firstValueFrom(this.#api.useReset(this.#secret, this.password))).signIn);
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
