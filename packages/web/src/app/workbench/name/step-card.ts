import { Component, computed, inject, input } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideArrowDown, lucideArrowUp, lucideTrash2 } from '@ng-icons/lucide';
import type { NumberStep, RecipeStep, SwapWordsStep } from '@renquil/core';
import { CountPipe } from '../../ui/count';
import { BenchState } from './bench-state';
import { orders, places, restarts, summarise, ways } from './step-summary';

/** One step of the bench: a line when folded, its fields when chosen. */
@Component({
  selector: 'rq-step-card',
  imports: [CountPipe, NgIcon],
  viewProviders: [provideIcons({ lucideArrowDown, lucideArrowUp, lucideTrash2 })],
  templateUrl: './step-card.html',
  host: { class: 'block card', '[class.!border-jonquil]': 'chosen()', '[class.opacity-60]': 'step().off' },
})
export class StepCard {
  readonly bench = inject(BenchState);
  readonly step = input.required<RecipeStep>();
  readonly index = input.required<number>();
  readonly chosen = computed(() => this.bench.selected() === this.index());
  readonly summary = computed(() => summarise(this.step()));
  readonly changed = computed(() => this.bench.result()?.changedBy[this.index()] ?? null);
  readonly orders = Object.entries(orders);
  readonly restarts = Object.entries(restarts);
  readonly places = Object.entries(places);
  readonly ways = Object.entries(ways);

  readonly swap = computed(() => (this.step().step === 'swap-words' ? (this.step() as SwapWordsStep) : null));
  readonly number = computed(() => (this.step().step === 'number' ? (this.step() as NumberStep) : null));
  readonly text = computed(() => {
    const step = this.step();
    return step.step === 'add-text' ? step : null;
  });
  set(fields: object): void {
    this.bench.change(this.index(), fields);
  }
  /** A whole number from a field, kept between bounds; what is no number changes nothing. */
  setNumber(field: 'start' | 'by' | 'digits', text: string, least: number, most: number): void {
    const n = Number(text);
    if (text.trim() !== '' && Number.isInteger(n)) this.set({ [field]: Math.max(least, Math.min(most, n)) });
  }
}
