import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { PeopleApi } from '../state/people-api';
import type { InvitationInfo, Role } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { LoadState } from '../ui/load-state';
import { OnceLink } from './once-link';

/** New people come by a link that works once: nobody is looked up, and they choose their own name and password. */
@Component({
  selector: 'rq-invitation-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, FieldBox, LoadState, OnceLink, ReactiveFormsModule],
  template: `
    <h2 class="mt-7 text-title font-bold">Invite somebody</h2>
    <form class="mt-2 flex flex-wrap items-end gap-3" [formGroup]="form" (ngSubmit)="invite()">
      <rq-field words="Role">
        <select class="field mt-1 block font-normal" name="role" formControlName="role">
          @for (one of roles; track one) {
            <option [value]="one">{{ one }}</option>
          }
        </select>
      </rq-field>
      <rq-field words="For whom" hint="(a note for yourself)"
        ><input
          class="field mt-1 block w-64 font-normal"
          name="note"
          maxlength="120"
          autocomplete="off"
          formControlName="note"
      /></rq-field>
      <button type="submit" class="btn btn-main" data-testid="invite">Make a link</button>
    </form>
    @if (made(); as token) {
      <rq-once-link path="/invitation" [secret]="token"
        >By this link one person joins, within seven days.</rq-once-link
      >
    }
    <rq-load-state [of]="open" />
    @if (open.hasValue() && open.value().length) {
      <ul class="mt-3" aria-label="Invitations that nobody has used yet">
        @for (one of open.value(); track one.id) {
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
  readonly open = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.invitations(params),
  });
  readonly made = signal('');
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly roles: readonly Role[] = ['viewer', 'artist', 'lead'];
  readonly #build = inject(NonNullableFormBuilder);
  readonly form = this.#build.group({ role: this.#build.control<Role>('artist'), note: '' });

  async invite(): Promise<void> {
    const { role, note } = this.form.getRawValue();
    await this.doing.run(
      () => this.#api.invite(this.project(), role, note.trim()),
      ({ token }) => {
        this.made.set(token);
        this.form.patchValue({ note: '' });
      },
    );
    this.open.reload();
  }
  async takeBack(one: InvitationInfo): Promise<void> {
    await this.doing.run(
      () => this.#api.takeBack(this.project(), one.id),
      () => this.made.set(''),
    );
    this.open.reload();
  }
}
