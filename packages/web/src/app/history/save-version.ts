import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { defer, switchMap } from 'rxjs';
import { Api } from '../state/api';
import { ToastList } from '../state/toast-list';
import { Doing } from '../ui/doing';
import { Sheet, SheetFoot } from '../ui/sheet';

/** What the dialog is opened with. */
export interface SaveVersionData {
  readonly scene: number;
  /** Resolves when every change has reached the server. */
  settled(): Promise<void>;
}

/** The dialog in which a revision gets a number and a note. */
@Component({
  selector: 'rq-save-version',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, Sheet, SheetFoot],
  template: `
    <form [formGroup]="form" (ngSubmit)="save()">
      <rq-sheet size="s" heading="Save a version" [failure]="doing.failure()">
        <label class="block px-4 py-3"
          >What changed
          <span class="font-normal text-ink-2">(Enter saves, Shift Enter begins a new line)</span>
          <textarea
            formControlName="note"
            class="mt-1 block h-20 w-full rounded-md border border-line-strong bg-sheet p-2"
            maxlength="1000"
            data-testid="note"
            (keydown.enter)="enter($event)"
          ></textarea>
        </label>
        <rq-sheet-foot>
          <button type="button" class="btn" (click)="ref.close(false)">Back</button>
          <button type="submit" class="btn btn-main" [disabled]="doing.busy()" data-testid="save-note">
            Save version
          </button>
        </rq-sheet-foot>
      </rq-sheet>
    </form>
  `,
})
export class SaveVersion {
  readonly ref = inject<DialogRef<boolean>>(DialogRef);
  readonly #data = inject<SaveVersionData>(DIALOG_DATA);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  /** Sent again after a lost answer, it is still one version. */
  readonly #request = crypto.randomUUID();
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({ note: '' });

  enter(event: Event): void {
    if ((event as KeyboardEvent).shiftKey) return;
    event.preventDefault();
    void this.save();
  }
  save(): Promise<boolean> {
    const note = this.form.getRawValue().note.trim();
    const { scene, settled } = this.#data;
    const saved = defer(settled).pipe(
      switchMap(() => this.#api.saveVersion(scene, { note, id: this.#request })),
    );
    return this.doing.run(
      () => saved,
      ({ number }) => {
        this.#toasts.say(`Version ${number} is saved.`);
        this.ref.close(true);
      },
    );
  }
}
