import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import type { Role } from '@renquil/api';
import { PeopleApi } from '../state/people-api';
import type { InvitationInfo } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { OnceLink } from './once-link';

/** New people come by a link that works once: nobody is looked up, and they choose their own name and password. */
@Component({
  selector: 'rq-invitation-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, FormsModule, OnceLink],
  template: `
    <h2 class="mt-7 text-[15px] font-bold">Invite somebody</h2>
    <form class="mt-2 flex flex-wrap items-end gap-3" (ngSubmit)="invite()">
      <label class="font-semibold"
        >Role
        <select class="field mt-1 block font-normal" name="role" [(ngModel)]="role">
          @for (one of roles; track one) {
            <option [value]="one">{{ one }}</option>
          }
        </select>
      </label>
      <label class="font-semibold"
        >For whom <span class="font-normal text-ink-2">(a note for yourself)</span
        ><input
          class="field mt-1 block w-64 font-normal"
          name="note"
          maxlength="120"
          autocomplete="off"
          [(ngModel)]="note"
      /></label>
      <button type="submit" class="btn btn-main" data-testid="invite">Make a link</button>
    </form>
    @if (made(); as token) {
      <rq-once-link path="/invitation" [secret]="token"
        >By this link one person joins, within seven days.</rq-once-link
      >
    }
    @if (open().length) {
      <ul class="mt-3" aria-label="Invitations that nobody has used yet">
        @for (one of open(); track one.id) {
          <li class="flex items-center gap-3 border-b border-line py-1.5" data-testid="invitation">
            <span class="flex-1"
              ><bdi class="font-semibold">{{ one.note || 'somebody' }}</bdi> as {{ one.role }}
              <span class="text-ink-2"
                >by {{ one.by }}, until {{ one.until | date: 'd MMM, HH:mm' }}</span
              ></span
            >
            <button type="button" class="btn" (click)="takeBack(one)">Take back</button>
          </li>
        }
      </ul>
    }
  `,
})
export class InvitationList {
  readonly #api = inject(PeopleApi);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly open = signal<readonly InvitationInfo[]>([]);
  readonly made = signal('');
  readonly roles: readonly Role[] = ['viewer', 'artist', 'lead'];
  role: Role = 'artist';
  note = '';

  constructor() {
    effect(() => void this.load(this.project()));
  }
  async load(project: string): Promise<void> {
    try {
      this.open.set(await firstValueFrom(this.#api.invitations(project)));
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  async invite(): Promise<void> {
    try {
      const { token } = await firstValueFrom(this.#api.invite(this.project(), this.role, this.note.trim()));
      this.made.set(token);
      this.note = '';
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load(this.project());
  }
  async takeBack(one: InvitationInfo): Promise<void> {
    try {
      await firstValueFrom(this.#api.takeBack(this.project(), one.id));
      this.made.set('');
    } catch (error) {
      this.#toasts.complain(error);
    }
    await this.load(this.project());
  }
}
