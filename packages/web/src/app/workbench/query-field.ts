import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideFunnel } from '@ng-icons/lucide';
import type { Completion } from '@renquil/core/query';
import { OpenScene } from '../state/open-scene';
import { CountPipe } from '../ui/count';
import { OfferList } from '../ui/offer-list';
import { QueryOffers } from '../ui/query-offers';
import type { FilterLike } from './ledger/ledger-filter';
import { LedgerState } from './ledger/ledger-state';

/** A filter, of the ledger or of the findings: the query language with its words offered as one types, and how many objects are found. */
@Component({
  selector: 'rq-query-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, NgIcon, OfferList],
  viewProviders: [provideIcons({ lucideFunnel })],
  template: `
    <label
      class="relative flex h-[28px] items-center gap-2 rounded-md border bg-sheet px-2.5 focus-within:border-spruce"
      [class]="
        (on().query().error ? 'border-block ' : 'border-line-strong ') + (wide() ? 'w-[260px]' : 'w-[190px]')
      "
    >
      <ng-icon name="lucideFunnel" size="14px" class="shrink-0" />
      <span class="sr-only">Filter by name</span>
      <input
        #field
        data-filter
        data-testid="filter"
        class="min-w-0 flex-1 bg-transparent font-mono focus-visible:shadow-none focus-visible:outline-none"
        placeholder="narrow: pulley*  -cut_*"
        spellcheck="false"
        autocomplete="off"
        role="combobox"
        aria-autocomplete="list"
        aria-controls="query-help"
        [attr.aria-expanded]="offers.all().length > 0"
        [attr.aria-activedescendant]="
          offers.at() >= 0 && offers.all().length ? 'query-help-' + offers.at() : null
        "
        [value]="on().filter()"
        [attr.aria-invalid]="on().query().error !== null"
        (input)="typed(field)"
        (keydown)="key($event, field)"
        (blur)="offers.leave()"
      />
      @if (on().looking()) {
        <span class="shrink-0 text-small text-ink-2">looking</span>
      } @else if (on().matches(); as found) {
        <span class="shrink-0 text-small text-ink-2" data-testid="found">{{ found.size | count }} found</span>
      }
      @if (on().filter()) {
        <button
          type="button"
          class="grid size-6 shrink-0 place-items-center text-ink-2"
          aria-label="Clear the filter"
          (click)="on().filter.set('')"
        >
          ×
        </button>
      }
    </label>
    @if (offers.all().length) {
      <rq-offer-list
        name="query-help"
        class="absolute top-full right-0 z-30 mt-1"
        [offers]="offers.all()"
        [at]="offers.at()"
        (taken)="take($event)"
      />
    }
  `,
  host: { class: 'relative block' },
})
export class QueryField {
  readonly ledger = inject(LedgerState);
  readonly #open = inject(OpenScene);
  readonly wide = input(false);
  /** What it writes; left out: the filter of the ledger. */
  readonly of = input<FilterLike | null>(null);
  readonly on = computed<FilterLike>(() => this.of() ?? this.ledger);
  readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  readonly offers = new QueryOffers(() => this.#open.sceneNow);

  typed(field: HTMLInputElement): void {
    this.on().filter.set(field.value);
    this.offers.ask(field);
  }
  take(offer: Completion): void {
    const field = this.field().nativeElement;
    this.offers.take(offer, field);
    this.on().filter.set(field.value);
  }
  key(event: KeyboardEvent, field: HTMLInputElement): void {
    const done = this.offers.key(event, field);
    if (done === 'taken') this.on().filter.set(field.value);
    if (done) return;
    if (event.key === 'Escape') {
      if (field.value) this.on().filter.set((field.value = ''));
      else field.blur();
    } else if (event.key === 'ArrowDown' || event.key === 'Enter') {
      event.preventDefault();
      this.offers.leave();
      // What the filter is of has the keys next.
      document.querySelector<HTMLElement>(this.of() ? '[data-home]' : '[role=treegrid]')?.focus();
      if (event.key === 'ArrowDown' && !this.of()) this.ledger.step(1, false);
    }
  }
}
