import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { switchMap } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { Doing } from '../ui/doing';
import { FieldBox } from '../ui/field-box';
import { SureButton } from '../ui/sure-button';
import { filledIn } from '../ui/validators';

/** The name of a project, and the archive: everybody in it still sees all of it, and nothing changes. */
@Component({
  selector: 'rq-project-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox, ReactiveFormsModule, SureButton],
  template: `
    <form class="mt-3 flex items-end gap-3" [formGroup]="form" (ngSubmit)="rename()">
      <rq-field words="Name"
        ><input
          class="field mt-1 block w-72"
          name="name"
          maxlength="120"
          data-testid="project-name"
          required
          formControlName="name"
      /></rq-field>
      <button
        type="submit"
        class="btn btn-main"
        [disabled]="doing.busy() || form.invalid || typed().name?.trim() === here()?.name"
      >
        Rename
      </button>
    </form>
    <h2 class="mt-7 text-title font-bold">Archive</h2>
    @if (here()?.archived) {
      <p class="mt-1 text-ink-2">
        The project is archived: its people see all of it, and nothing in it changes.
      </p>
      <button type="button" class="btn btn-main mt-2" [disabled]="doing.busy()" (click)="archive(false)">
        Take it out of the archive
      </button>
    } @else {
      <p class="mt-1 text-ink-2">
        When the work is done: its people go on seeing all of it, nothing in it changes, and it stands at the
        end of the list of projects. It can be taken out again.
      </p>
      <p class="mt-2">
        <rq-sure-button
          ask="Nobody changes anything in it then."
          yes="Archive it"
          [disabled]="doing.busy()"
          (sure)="archive(true)"
          >Archive the project</rq-sure-button
        >
      </p>
    }
  `,
})
export class ProjectSettings {
  readonly #api = inject(PeopleApi);
  readonly #session = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly here = computed(() => this.#session.info()?.projects.find(({ slug }) => slug === this.project()));
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly form = inject(NonNullableFormBuilder).group({ name: ['', filledIn] });
  readonly typed = toSignal(this.form.valueChanges, { initialValue: this.form.value });

  constructor() {
    effect(() => this.form.setValue({ name: this.here()?.name ?? '' }));
  }

  rename(): Promise<boolean> {
    const name = this.form.getRawValue().name.trim();
    return this.#change({ name }, `The project is called ${name} now.`);
  }
  archive(archived: boolean): Promise<boolean> {
    return this.#change(
      { archived },
      archived ? 'The project is archived.' : 'The project is at work again.',
    );
  }
  #change(change: { name?: string; archived?: boolean }, says: string): Promise<boolean> {
    return this.doing.run(
      () => this.#api.changeProject(this.project(), change).pipe(switchMap(() => this.#session.again())),
      () => this.#toasts.say(says),
    );
  }
}
