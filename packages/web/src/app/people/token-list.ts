import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Api } from '../state/api';
import { PeopleApi, type NewToken } from '../state/people-api';
import type { TokenInfo } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { LoadState } from '../ui/load-state';
import { filledIn } from '../ui/validators';
import { OnceLink } from './once-link';
import { SureButton } from '../ui/sure-button';

/** Tokens for pipelines: what a script needs to check, bring in and hand off without a person. */
@Component({
  selector: 'rq-token-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, DatePipe, FieldBox, LoadState, OnceLink, ReactiveFormsModule, RouterLink, SureButton],
  template: `
    <p class="mt-2 max-w-2xl text-ink-2">
      A script, a farm or a build works here with a token in place of a person:
      <span class="chip">renquil check SCENE --server …</span>. Viewers look and check; artists also bring in,
      change and hand off what passes the gate. What can be asked is in
      <a class="underline decoration-line-strong underline-offset-2" routerLink="/reference">the API</a>.
    </p>
    <form class="mt-3 flex flex-wrap items-end gap-3" [formGroup]="form" (ngSubmit)="make()">
      <rq-field words="What for"
        ><input
          class="field mt-1 block w-52 font-normal"
          name="name"
          maxlength="80"
          autocomplete="off"
          required
          formControlName="name"
      /></rq-field>
      <rq-field words="As">
        <select class="field mt-1 block font-normal" name="role" formControlName="role">
          <option value="viewer">viewer</option>
          <option value="artist">artist</option>
        </select>
      </rq-field>
      <rq-field words="Where">
        <select class="field mt-1 block max-w-52 font-normal" name="scene" formControlName="scene">
          <option [ngValue]="null">the whole project</option>
          @for (scene of scenes(); track scene.id) {
            <option [ngValue]="scene.id">{{ scene.name }}</option>
          }
        </select>
      </rq-field>
      <rq-field words="Ends after">
        <select class="field mt-1 block font-normal" name="days" formControlName="days">
          @for (days of ends; track days) {
            <option [ngValue]="days">{{ days }} days</option>
          }
        </select>
      </rq-field>
      <button
        type="submit"
        class="btn btn-main"
        data-testid="make-token"
        [disabled]="form.invalid || doing.busy()"
      >
        Make a token
      </button>
    </form>
    @if (made(); as one) {
      <rq-once-link [secret]="one.token"
        >The token <b>{{ one.name }}</b>.</rq-once-link
      >
    }
    <rq-load-state class="mt-3 block" [of]="tokens" empty="There is no token yet." />
    @if (tokens.hasValue() && tokens.value().length) {
      <table class="mt-5 w-full">
        <thead>
          <tr class="border-b border-line-strong">
            <th class="th py-1.5">What for</th>
            <th class="th">As</th>
            <th class="th">Where</th>
            <th class="th">Used</th>
            <th class="th">Ends</th>
            <th class="th">Made by</th>
            <th></th>
          </tr>
        </thead>
        @for (token of tokens.value(); track token.id) {
          <tr class="border-b border-line" data-testid="token" [class.text-ink-3]="token.isOver">
            <td class="py-1.5 font-semibold">
              <bdi>{{ token.name }}</bdi>
            </td>
            <td>{{ token.role }}</td>
            <td>
              <bdi>{{ token.scene ?? 'the whole project' }}</bdi>
            </td>
            <td>{{ token.seen ? (token.seen | ago) : 'never' }}</td>
            <td>{{ token.isOver ? 'is over' : (token.until | date: 'd MMM y') }}</td>
            <td>
              <bdi>{{ token.by }}</bdi>
            </td>
            <td class="text-right">
              <rq-sure-button
                ask="What has it stops working."
                yes="End it"
                [label]="'End the token ' + token.name"
                (sure)="end(token)"
                >End</rq-sure-button
              >
            </td>
          </tr>
        }
      </table>
    }
  `,
})
export class TokenList {
  readonly #api = inject(PeopleApi);
  readonly #library = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly tokens = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.tokens(params),
  });
  /** To choose among; without them a token is for the whole project. */
  readonly #scenes = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#library.library(params),
  });
  readonly scenes = computed(() => (this.#scenes.hasValue() ? this.#scenes.value().scenes : []));
  readonly made = signal<{ name: string; token: string } | null>(null);
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly ends = [7, 30, 90, 365];
  readonly #build = inject(NonNullableFormBuilder);
  readonly form = this.#build.group({
    name: ['', filledIn],
    role: this.#build.control<NewToken['role']>('viewer'),
    scene: this.#build.control<number | null>(null),
    days: 90,
  });

  async make(): Promise<void> {
    const said = this.form.getRawValue();
    const wanted = { ...said, name: said.name.trim() };
    await this.doing.run(
      () => this.#api.makeToken(this.project(), wanted),
      ({ token }) => {
        this.made.set({ name: wanted.name, token });
        this.form.patchValue({ name: '' });
      },
    );
    this.tokens.reload();
  }
  async end(token: TokenInfo): Promise<void> {
    await this.doing.run(
      () => this.#api.endToken(this.project(), token.id),
      () => {
        this.made.set(null);
        this.#toasts.say(`The token ${token.name} is ended.`);
      },
    );
    this.tokens.reload();
  }
}
