import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { SureButton } from '../ui/sure-button';

/** The name of a project, and the archive: everybody in it still sees all of it, and nothing changes. */
@Component({
  selector: 'rq-project-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, SureButton],
  template: `
    <form class="mt-3 flex items-end gap-3" (ngSubmit)="rename()">
      <label class="font-semibold"
        >Name<input
          class="field mt-1 block w-72"
          name="name"
          required
          maxlength="120"
          data-testid="project-name"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
      /></label>
      <button
        type="submit"
        class="btn btn-main"
        [disabled]="busy() || !name().trim() || name().trim() === here()?.name"
      >
        Rename
      </button>
    </form>
    <h2 class="mt-7 text-[15px] font-bold">Archive</h2>
    @if (here()?.archived) {
      <p class="mt-1 text-ink-2">
        The project is archived: its people see all of it, and nothing in it changes.
      </p>
      <button type="button" class="btn btn-main mt-2" [disabled]="busy()" (click)="archive(false)">
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
          [disabled]="busy()"
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
  readonly name = linkedSignal(() => this.here()?.name ?? '');
  readonly busy = signal(false);

  rename(): Promise<void> {
    const name = this.name().trim();
    return this.#change({ name }, `The project is called ${name} now.`);
  }
  archive(archived: boolean): Promise<void> {
    return this.#change(
      { archived },
      archived ? 'The project is archived.' : 'The project is at work again.',
    );
  }
  async #change(change: { name?: string; archived?: boolean }, says: string): Promise<void> {
    this.busy.set(true);
    try {
      await firstValueFrom(this.#api.changeProject(this.project(), change));
      await firstValueFrom(this.#session.again());
      this.#toasts.say(says);
    } catch (error) {
      this.#toasts.complain(error);
    }
    this.busy.set(false);
  }
}
