import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { ToastList } from '../state/toast-list';

export interface SaveVersionData {
  readonly scene: number;
  /** Resolves when every change has reached the server. */
  settled(): Promise<void>;
}

@Component({
  selector: 'rq-save-version',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="sheet w-[460px] max-w-[92vw]" (submit)="save(note.value); $event.preventDefault()">
      <h2 class="border-b border-line px-4 py-3 text-title font-bold">Save a version</h2>
      <label class="block px-4 py-3"
        >What changed <span class="font-normal text-ink-2">(Enter saves, Shift Enter begins a new line)</span>
        <textarea
          #note
          class="mt-1 block h-20 w-full rounded-md border border-line-strong bg-sheet p-2"
          maxlength="1000"
          data-testid="note"
          (keydown.enter)="enter($event, note.value)"
        ></textarea>
      </label>
      @if (error()) {
        <p class="px-4 pb-2 text-block" role="alert">{{ error() }}</p>
      }
      <div class="flex justify-end gap-2 border-t border-line px-4 py-3">
        <button type="button" class="btn" (click)="ref.close(false)">Back</button>
        <button type="submit" class="btn btn-main" [disabled]="busy()" data-testid="save-note">
          Save version
        </button>
      </div>
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
  readonly busy = signal(false);
  readonly error = signal('');

  enter(event: Event, note: string): void {
    if ((event as KeyboardEvent).shiftKey) return;
    event.preventDefault();
    void this.save(note);
  }
  async save(note: string): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    try {
      await this.#data.settled();
      const { number } = await firstValueFrom(
        this.#api.saveVersion(this.#data.scene, { note: note.trim(), id: this.#request }),
      );
      this.#toasts.say(`Version ${number} is saved.`);
      this.ref.close(true);
    } catch (error) {
      this.error.set((error as Error).message);
      this.busy.set(false);
    }
  }
}
