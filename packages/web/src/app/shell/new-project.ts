import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import { Session } from '../state/session';

/** A project of its own: with its scenes, conventions and people, led by who makes it. Closes with its address. */
@Component({
  selector: 'rq-new-project',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <form class="sheet w-[420px] max-w-[92vw] p-4" (ngSubmit)="make()">
      <h2 class="text-[15px] font-bold">New project</h2>
      <p class="mt-1 text-ink-2">With scenes, conventions and people of its own. You lead it.</p>
      <label class="mt-3 block font-semibold"
        >Name<input
          class="field mt-1 w-full"
          name="name"
          required
          maxlength="120"
          autocomplete="off"
          [(ngModel)]="name"
      /></label>
      @if (error()) {
        <p class="mt-2 text-block" role="alert">{{ error() }}</p>
      }
      <div class="mt-4 flex justify-end gap-2">
        <button type="button" class="btn" (click)="ref.close()">Cancel</button>
        <button type="submit" class="btn btn-main" [disabled]="busy() || !name.trim()">Make it</button>
      </div>
    </form>
  `,
})
export class NewProject {
  readonly ref = inject<DialogRef<string>>(DialogRef);
  readonly #api = inject(PeopleApi);
  readonly #session = inject(Session);
  readonly error = signal('');
  readonly busy = signal(false);
  name = '';

  async make(): Promise<void> {
    this.busy.set(true);
    this.error.set('');
    try {
      const { slug } = await firstValueFrom(this.#api.makeProject(this.name.trim()));
      await firstValueFrom(this.#session.again());
      this.ref.close(slug);
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
