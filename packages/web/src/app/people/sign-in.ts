import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Router } from '@angular/router';
import { catchError, of } from 'rxjs';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { demoPassword } from './demo-password';

/** The page to sign in on. */
@Component({
  selector: 'rq-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, ReactiveFormsModule],
  template: `
    <main class="grid h-full place-items-center overflow-y-auto bg-page p-6">
      <div class="w-[420px] max-w-full">
        <div class="mb-5 flex items-center gap-3">
          <span class="grid size-11 place-items-center rounded-xl bg-spruce"
            ><img src="mark.svg" alt="" class="size-8"
          /></span>
          <div>
            <h1 class="text-large leading-tight font-bold">Renquil</h1>
            <p class="text-ink-2">Arrange, name, check and hand off 3D scenes.</p>
          </div>
        </div>
        <form class="card p-4.5" [formGroup]="form" (ngSubmit)="send()">
          <rq-field words="Name"
            ><input
              class="field mt-1 w-full"
              name="name"
              autocomplete="username"
              required
              formControlName="name"
          /></rq-field>
          <rq-field class="mt-3" words="Password"
            ><input
              class="field mt-1 w-full"
              name="password"
              type="password"
              autocomplete="current-password"
              required
              formControlName="password"
          /></rq-field>
          @if (doing.failure()) {
            <p class="mt-3 text-block" role="alert">{{ doing.failure() }}</p>
          }
          <button type="submit" class="btn btn-main mt-4 w-full justify-center" [disabled]="doing.busy()">
            Sign in
          </button>
        </form>
        @if (people()?.length) {
          <section class="mt-5">
            <h2 class="font-bold">Demo people</h2>
            <p class="text-ink-2">
              All three have the password <span class="chip">{{ demo }}</span>.
            </p>
            <ul class="mt-2 grid gap-2">
              @for (person of people(); track person.signIn) {
                <li>
                  <button
                    type="button"
                    class="card flex h-11 w-full items-center gap-3 px-3 text-left hover:bg-sunk"
                    [disabled]="doing.busy()"
                    [attr.data-testid]="'demo-' + person.signIn"
                    (click)="signIn(person.signIn, demo)"
                  >
                    <span
                      class="grid size-7 place-items-center rounded-full bg-person text-tiny font-bold text-on-jonquil"
                      >{{ person.name[0] }}</span
                    >
                    <strong class="flex-1">{{ person.name }}</strong>
                    <span class="text-ink-2">{{ person.role }}</span>
                  </button>
                </li>
              }
            </ul>
          </section>
        }
      </div>
    </main>
  `,
  host: { class: 'block h-full' },
})
export class SignIn {
  readonly #session = inject(Session);
  readonly #router = inject(Router);
  readonly to = input<string>();
  readonly demo = demoPassword;
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({
    name: ['', Validators.required],
    password: ['', Validators.required],
  });
  readonly people = toSignal(
    inject(Api)
      .demoPeople()
      .pipe(catchError(() => of([]))),
  );

  send(): void {
    const { name, password } = this.form.getRawValue();
    if (this.form.invalid) this.doing.refuse('A name and a password are what it takes.');
    else void this.signIn(name, password);
  }
  signIn(name: string, password: string): Promise<boolean> {
    const to = this.to();
    // Only paths of our own: an address handed in from outside must not lead away.
    const where = to?.startsWith('/') && !to.startsWith('//') ? to : '/';
    return this.doing.run(
      () => this.#session.signIn(name, password),
      () => this.#router.navigateByUrl(where),
    );
  }
}
