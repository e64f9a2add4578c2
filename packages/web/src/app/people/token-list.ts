import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { SceneSummary } from '@renquil/api';
import { PeopleApi, type NewToken } from '../state/people-api';
import type { TokenInfo } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { OnceLink } from './once-link';
import { SureButton } from '../ui/sure-button';

/** Tokens for pipelines: what a script needs to check, bring in and hand off without a person. */
@Component({
  selector: 'rq-token-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, DatePipe, FormsModule, OnceLink, SureButton],
  template: `
    <p class="mt-2 max-w-2xl text-ink-2">
      A script, a farm or a build works here with a token in place of a person:
      <span class="chip">renquil check SCENE --server …</span>. Viewers look and check; artists also bring in,
      change and hand off what passes the gate.
    </p>
    <form class="mt-3 flex flex-wrap items-end gap-3" (ngSubmit)="make()">
      <label class="font-semibold"
        >What for<input
          class="field mt-1 block w-52 font-normal"
          name="name"
          required
          maxlength="80"
          autocomplete="off"
          [(ngModel)]="form.name"
      /></label>
      <label class="font-semibold"
        >As
        <select class="field mt-1 block font-normal" name="role" [(ngModel)]="form.role">
          <option value="viewer">viewer</option>
          <option value="artist">artist</option>
        </select>
      </label>
      <label class="font-semibold"
        >Where
        <select class="field mt-1 block max-w-52 font-normal" name="scene" [(ngModel)]="form.scene">
          <option [ngValue]="null">the whole project</option>
          @for (scene of scenes(); track scene.id) {
            <option [ngValue]="scene.id">{{ scene.name }}</option>
          }
        </select>
      </label>
      <label class="font-semibold"
        >Ends after
        <select class="field mt-1 block font-normal" name="days" [(ngModel)]="form.days">
          @for (days of ends; track days) {
            <option [ngValue]="days">{{ days }} days</option>
          }
        </select>
      </label>
      <button type="submit" class="btn btn-main" data-testid="make-token" [disabled]="!form.name.trim()">
        Make a token
      </button>
    </form>
    @if (made(); as one) {
      <rq-once-link [secret]="one.token"
        >The token <b>{{ one.name }}</b>.</rq-once-link
      >
    }
    @if (error()) {
      <p class="mt-3 text-block" role="alert">{{ error() }}</p>
    }
    @if (tokens()?.length) {
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
        @for (token of tokens(); track token.id) {
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
    } @else if (tokens()) {
      <p class="mt-5 text-ink-2">There is no token yet.</p>
    }
  `,
})
export class TokenList {
  readonly #api = inject(PeopleApi);
  readonly #library = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly tokens = signal<readonly TokenInfo[] | null>(null);
  readonly scenes = signal<readonly SceneSummary[]>([]);
  readonly error = signal('');
  readonly made = signal<{ name: string; token: string } | null>(null);
  readonly ends = [7, 30, 90, 365];
  readonly form = { name: '', role: 'viewer' as NewToken['role'], scene: null as number | null, days: 90 };

  constructor() {
    effect(() => {
      const project = this.project();
      void this.load(project);
      this.#library
        .library(project)
        .subscribe({ next: ({ scenes }) => this.scenes.set(scenes), error: () => undefined });
    });
  }
  async load(project: string): Promise<void> {
    try {
      this.tokens.set(await firstValueFrom(this.#api.tokens(project)));
      this.error.set('');
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async make(): Promise<void> {
    try {
      const wanted = { ...this.form, name: this.form.name.trim() };
      const { token } = await firstValueFrom(this.#api.makeToken(this.project(), wanted));
      this.made.set({ name: wanted.name, token });
      this.form.name = '';
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load(this.project());
  }
  async end(token: TokenInfo): Promise<void> {
    try {
      await firstValueFrom(this.#api.endToken(this.project(), token.id));
      this.made.set(null);
      this.#toasts.say(`The token ${token.name} is ended.`);
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load(this.project());
  }
}
