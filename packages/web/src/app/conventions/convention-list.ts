import { readJson } from '@renquil/core/own-json';
import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { Convention } from '@renquil/core/names';
import { ToastList } from '../state/toast-list';
import { filledIn } from '../ui/validators';
import { ConventionDraft } from './convention-draft';
import { ProjectConventions } from './project-conventions';
import { LearnSheet } from './learn-sheet';

/** The project's conventions and those that come with Renquil; a lead begins, learns and brings in others. */
@Component({
  selector: 'rq-convention-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <div class="mb-1 flex items-center justify-between">
      <h1 class="font-bold">Conventions</h1>
      @if (conventions.isLead()) {
        <button type="button" class="btn" data-testid="learn-one" (click)="learn()">Learn one</button>
      }
    </div>
    @for (one of conventions.list()?.conventions; track one.id) {
      <button
        type="button"
        class="flex items-center justify-between gap-2 rounded-md px-2 py-1.5 text-left"
        [class]="draft.info()?.id === one.id ? 'bg-picked font-semibold' : ''"
        [attr.aria-current]="draft.info()?.id === one.id ? 'true' : null"
        (click)="opened.emit({ open: one.id })"
      >
        <span class="min-w-0 truncate">{{ one.name }}</span>
        <span class="shrink-0 text-small text-ink-2"
          >{{ one.id === conventions.list()?.standard?.id ? 'default · ' : ''
          }}{{ one.draft ? 'draft' : 'rev ' + one.revision }}</span
        >
      </button>
    }
    @for (one of conventions.list()?.shipped; track one.id) {
      <button
        type="button"
        class="flex items-center justify-between gap-2 rounded-md px-2 py-1.5 text-left"
        [class]="draft.shipped() === one.id ? 'bg-picked font-semibold' : ''"
        [attr.aria-current]="draft.shipped() === one.id ? 'true' : null"
        (click)="opened.emit({ shipped: one.id })"
      >
        <span class="min-w-0 truncate">{{ one.name }}</span>
        <span class="shrink-0 text-small text-ink-2"
          >{{ one.id === conventions.list()?.standard?.shipped ? 'default · ' : '' }}shipped</span
        >
      </button>
    }
    @if (conventions.isLead()) {
      @if (beginning()) {
        <form class="card mt-2 flex flex-col gap-2 p-2" [formGroup]="form" (ngSubmit)="start()">
          <label class="text-small"
            >Called<input
              class="field mt-0.5 w-full"
              name="name"
              maxlength="120"
              required
              formControlName="name"
          /></label>
          <label class="text-small"
            >Begin as a copy of
            <select class="field mt-0.5 w-full" name="from" formControlName="from">
              @for (one of conventions.list()?.shipped; track one.id) {
                <option [value]="one.id">{{ one.name }}</option>
              }
            </select>
          </label>
          <div class="flex justify-end gap-1">
            <button type="button" class="btn btn-bare" (click)="beginning.set(false)">Back</button>
            <button type="submit" class="btn btn-main" [disabled]="form.invalid">Begin</button>
          </div>
        </form>
      } @else {
        <div class="mt-2 flex gap-1.5">
          <button type="button" class="btn" data-testid="begin" (click)="beginning.set(true)">+ New</button>
          <label class="btn cursor-pointer focus-within:outline-2 focus-within:outline-jonquil"
            >Import JSON<input
              #file
              type="file"
              class="sr-only"
              accept=".json,application/json"
              (change)="importJson(file)"
          /></label>
        </div>
      }
    }
  `,
  host: { class: 'flex flex-col gap-1' },
})
export class ConventionList {
  readonly conventions = inject(ProjectConventions);
  readonly draft = inject(ConventionDraft);
  readonly #dialog = inject(Dialog);
  readonly #toasts = inject(ToastList);
  /** Which one is asked for. */
  readonly opened = output<{ open?: number; shipped?: string }>();
  readonly beginning = signal(false);
  readonly form = inject(NonNullableFormBuilder).group({ name: ['', filledIn], from: 'parts' });

  async start(): Promise<void> {
    const { name, from } = this.form.getRawValue();
    if (this.form.invalid || !(await this.draft.begin({ name: name.trim(), from }))) return;
    this.beginning.set(false);
    this.form.patchValue({ name: '' });
    this.opened.emit({ open: this.draft.info()!.id });
  }
  learn(): void {
    const ref = this.#dialog.open<{ name: string; body: Convention }>(LearnSheet, {
      ariaLabel: 'Learn a convention',
      data: { project: this.conventions.project() },
    });
    ref.closed.subscribe((made) => {
      if (made) void this.#beginWith(made);
    });
  }
  async importJson(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    try {
      const read = readJson(await file.text());
      const name = read !== null && typeof read === 'object' && 'name' in read ? read.name : null;
      // The server judges it, and says what is wrong at which place.
      const body = read as unknown as Convention;
      await this.#beginWith({ name: typeof name === 'string' && name ? name : file.name, body });
    } catch (error) {
      this.#toasts.complain(`${file.name} is not JSON: ${(error as Error).message}.`);
    }
  }
  async #beginWith(begin: { name: string; body: Convention }): Promise<void> {
    if (await this.draft.begin(begin)) this.opened.emit({ open: this.draft.info()!.id });
  }
}
