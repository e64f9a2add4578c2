import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Router } from '@angular/router';
import { forkJoin, map, switchMap } from 'rxjs';
import { PeopleApi, type NewPerson } from '../state/people-api';
import { Session } from '../state/session';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { LoadState } from '../ui/load-state';
import { filledIn } from '../ui/validators';
import { secretOfLink } from './from-link';

/** Where an invitation leads: into a project, as who is signed in or as somebody new. */
@Component({
  selector: 'rq-invitation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, LoadState, ReactiveFormsModule],
  template: `
    <main class="grid h-full place-items-center overflow-y-auto bg-page p-6">
      <div class="card w-[420px] max-w-full p-5">
        <rq-load-state [of]="invited" waiting="Looking where the link leads" />
        @if (invited.hasValue()) {
          @let to = invited.value();
          <h1 class="text-head font-bold">{{ to.project }}</h1>
          <p class="mt-1 text-ink-2">
            <bdi>{{ to.by }}</bdi> invites you as {{ to.role }}.
          </p>
          @if (session.info(); as me) {
            <p class="mt-4">
              You are signed in as <b>{{ me.account.name }}</b>.
            </p>
            <button type="button" class="btn btn-main mt-3" [disabled]="doing.busy()" (click)="join(null)">
              Join as {{ me.account.name }}
            </button>
            <p class="mt-3 text-small text-ink-2">
              Are you somebody else? Sign out first, and open the link again.
            </p>
          } @else {
            <form class="mt-4 grid gap-3" [formGroup]="form" (ngSubmit)="join(form.getRawValue())">
              <rq-field words="Your name"
                ><input
                  class="field mt-1 w-full"
                  name="name"
                  autocomplete="name"
                  maxlength="120"
                  required
                  formControlName="name"
              /></rq-field>
              <rq-field words="What you sign in as"
                ><input
                  class="field mt-1 w-full"
                  name="signIn"
                  autocomplete="username"
                  maxlength="120"
                  required
                  formControlName="signIn"
              /></rq-field>
              <rq-field words="A password" hint="(12 characters or more)"
                ><input
                  class="field mt-1 w-full"
                  name="password"
                  type="password"
                  autocomplete="new-password"
                  required
                  formControlName="password"
              /></rq-field>
              <button
                type="submit"
                class="btn btn-main justify-center"
                [disabled]="doing.busy() || form.invalid"
              >
                Join
              </button>
              <p class="text-small text-ink-2">
                Do you have an account here? <a class="underline" href="/sign-in">Sign in</a> first, and open
                the link again.
              </p>
            </form>
          }
        }
        @if (doing.failure()) {
          <p class="mt-3 text-block" role="alert">{{ doing.failure() }}</p>
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
  readonly doing = new Doing();
  readonly #secret = secretOfLink();
  readonly invited = rxResource({
    stream: () =>
      forkJoin([this.#api.look(this.#secret), this.session.known()]).pipe(map(([invited]) => invited)),
  });
  readonly form = inject(NonNullableFormBuilder).group({
    name: ['', filledIn],
    signIn: ['', filledIn],
    password: ['', Validators.required],
  });

  join(person: NewPerson | null): Promise<boolean> {
    const joined = () =>
      this.#api
        .accept(this.#secret, person)
        .pipe(switchMap(({ project }) => this.session.again().pipe(map(() => project))));
    return this.doing.run(joined, (project) => this.#router.navigate(['/projects', project]));
  }
}
