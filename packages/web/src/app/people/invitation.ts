import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import type { Invited } from '@renquil/api';
import { Session } from '../state/session';
import { secretOfLink } from './from-link';

/** Where an invitation leads: into a project, as who is signed in or as somebody new. */
@Component({
  selector: 'rq-invitation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <main class="grid h-full place-items-center overflow-y-auto bg-page p-6">
      <div class="card w-[420px] max-w-full p-5">
        @if (invited(); as to) {
          <h1 class="text-[19px] font-bold">{{ to.project }}</h1>
          <p class="mt-1 text-ink-2">
            <bdi>{{ to.by }}</bdi> invites you as {{ to.role }}.
          </p>
          @if (session.info(); as me) {
            <p class="mt-4">
              You are signed in as <b>{{ me.account.name }}</b>.
            </p>
            <button type="button" class="btn btn-main mt-3" [disabled]="busy()" (click)="join(null)">
              Join as {{ me.account.name }}
            </button>
            <p class="mt-3 text-[12px] text-ink-2">
              Are you somebody else? Sign out first, and open the link again.
            </p>
          } @else {
            <form class="mt-4 grid gap-3" (ngSubmit)="join(person)">
              <label class="font-semibold"
                >Your name<input
                  class="field mt-1 w-full"
                  name="name"
                  autocomplete="name"
                  required
                  maxlength="120"
                  [(ngModel)]="person.name"
              /></label>
              <label class="font-semibold"
                >What you sign in as<input
                  class="field mt-1 w-full"
                  name="signIn"
                  autocomplete="username"
                  required
                  maxlength="120"
                  [(ngModel)]="person.signIn"
              /></label>
              <label class="font-semibold"
                >A password <span class="font-normal text-ink-2">(12 characters or more)</span
                ><input
                  class="field mt-1 w-full"
                  name="password"
                  type="password"
                  autocomplete="new-password"
                  required
                  minlength="12"
                  [(ngModel)]="person.password"
              /></label>
              <button
                type="submit"
                class="btn btn-main justify-center"
                [disabled]="busy() || !person.name.trim() || !person.signIn.trim() || !person.password"
              >
                Join
              </button>
              <p class="text-[12px] text-ink-2">
                Do you have an account here? <a class="underline" href="/sign-in">Sign in</a> first, and open
                the link again.
              </p>
            </form>
          }
        } @else if (!error()) {
          <p role="status">Looking where the link leads</p>
        }
        @if (error()) {
          <p class="mt-3 text-block" role="alert">{{ error() }}</p>
        }
      </div>
    </main>
  `,
  host: { class: 'block h-full' },
})
export class Invitation {
  readonly #api = inject(PeopleApi);
  readonly #router = inject(Router);
  readonly session = inject(Session);
  readonly invited = signal<Invited | null>(null);
  readonly error = signal('');
  readonly busy = signal(false);
  readonly person = { name: '', signIn: '', password: '' };
  readonly #secret = secretOfLink();

  constructor() {
    void this.#look();
  }
  async #look(): Promise<void> {
    try {
      const [invited] = await Promise.all([
        firstValueFrom(this.#api.look(this.#secret)),
        firstValueFrom(this.session.known()),
      ]);
      this.invited.set(invited);
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async join(person: typeof this.person | null): Promise<void> {
    this.busy.set(true);
    this.error.set('');
    try {
      const { project } = await firstValueFrom(this.#api.accept(this.#secret, person));
      await firstValueFrom(this.session.again());
      void this.#router.navigate(['/projects', project]);
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
