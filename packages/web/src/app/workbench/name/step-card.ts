import { CdkDragHandle } from '@angular/cdk/drag-drop';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideArrowDown, lucideArrowUp, lucideTrash2 } from '@ng-icons/lucide';
import type { FromListStep, RecipeStep } from '@renquil/core/names/recipe';
import { readRows } from '@renquil/formats';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { CountPipe } from '../../ui/count';
import { BenchState } from './bench-state';
import { stepKinds, type StepField } from './step-kinds';
import { summarise } from './step-summary';
import { Tip } from '../../ui/tip';
import { Tick } from '../../ui/tick';

/** One step of the bench: a line when folded, its form when chosen. */
@Component({
  selector: 'rq-step-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDragHandle, CountPipe, NgIcon, Tick, Tip],
  viewProviders: [provideIcons({ lucideArrowDown, lucideArrowUp, lucideTrash2 })],
  templateUrl: './step-card.html',
  host: { class: 'block card', '[class.!border-jonquil]': 'chosen()', '[class.opacity-60]': 'step().off' },
})
export class StepCard {
  readonly bench = inject(BenchState);
  readonly #open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly focusing = afterRenderEffect(() => {
    if (this.bench.fresh() !== this.index()) return;
    this.bench.fresh.set(-1);
    // After the menu or dialog that it was chosen in has given the focus back.
    setTimeout(
      () =>
        this.#element.nativeElement
          .querySelector<HTMLElement>('[data-fields] :is(input, select, textarea)')
          ?.focus(),
      40,
    );
  });
  readonly step = input.required<RecipeStep>();
  readonly index = input.required<number>();
  readonly chosen = computed(() => this.bench.selected() === this.index());
  readonly summary = computed(() => summarise(this.step()));
  readonly changed = computed(() => this.bench.result()?.changedBy[this.index()] ?? null);
  readonly slots = computed(() => [...this.#open.held().slots.keys()]);
  readonly fields = computed(() => {
    const step = this.step();
    return stepKinds[step.step].fields.filter((field) => !field.when || field.when(step as never));
  });
  readonly listText = computed(() =>
    ((this.step() as FromListStep).rows ?? []).map((row) => row.join('\t')).join('\n'),
  );

  value(field: StepField): unknown {
    return (this.step() as unknown as Record<string, unknown>)[field.key];
  }
  optionsOf(field: StepField): [string, string][] {
    return Object.entries(field.options ?? {});
  }
  put(field: StepField, value: unknown): void {
    this.set({ [field.key]: value });
  }
  set(fields: object): void {
    this.bench.change(this.index(), fields);
  }
  /** What was typed; a number is kept between its bounds, and what is none changes nothing. */
  take(field: StepField, text: string): void {
    if (field.optional && text === '') return this.set({ [field.key]: undefined });
    if (field.kind !== 'number') return this.set({ [field.key]: text });
    const n = Number(text);
    if (text.trim() === '' || !Number.isFinite(n) || (field.key !== 'slack' && !Number.isInteger(n))) return;
    if (field.key === 'by' && n === 0) return;
    this.set({ [field.key]: Math.max(field.least ?? n, Math.min(field.most ?? n, n)) });
  }
  readList(text: string): void {
    try {
      this.set({ rows: readRows(text).map((row) => row.slice(0, 2)) });
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  async readFile(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    if (file) this.readList(await file.text());
  }
}
