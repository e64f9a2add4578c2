import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideFunnel } from '@ng-icons/lucide';
import { completeQuery, type Completion } from '@renquil/core/query';
import { OpenScene } from '../state/open-scene';
import { CountPipe } from '../ui/count';
import type { FilterLike } from './ledger/ledger-filter';
import { LedgerState } from './ledger/ledger-state';

/** A filter, of the ledger or of the findings: the query language with its words offered as one types, and how many objects are found. */
@Component({
  selector: 'rq-query-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, NgIcon],
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
        [attr.aria-expanded]="offers().length > 0"
        [attr.aria-activedescendant]="at() >= 0 && offers().length ? 'query-help-' + at() : null"
        [value]="on().filter()"
        [attr.aria-invalid]="on().query().error !== null"
        (input)="typed(field)"
        (keydown)="key($event, field)"
        (blur)="leave()"
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
    @if (offers().length) {
      <ul
        id="query-help"
        role="listbox"
        aria-label="Ways to go on"
        class="sheet absolute top-full right-0 z-30 mt-1 max-h-80 w-[320px] overflow-y-auto p-1"
        data-testid="query-help"
      >
        @for (offer of offers(); track offer.text; let i = $index) {
          <!-- A press, not a click: the field must not lose the keys first. -->
          <li
            role="option"
            class="flex cursor-default items-baseline gap-2 rounded-md px-2 py-1"
            [id]="'query-help-' + i"
            [class.bg-wash]="i === at()"
            [attr.aria-selected]="i === at()"
            (mousedown)="$event.preventDefault(); take(offer)"
          >
            <bdi class="truncate font-mono">{{ offer.text }}</bdi>
            <span class="min-w-0 flex-1 truncate text-small text-ink-2">{{ offer.says }}</span>
            @if (offer.found !== null) {
              <span class="font-mono text-small text-ink-2">{{ offer.found | count }}</span>
            }
          </li>
        }
      </ul>
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
  /** The text and cursor that offers are made for; null: none are wanted. */
  readonly #asked = signal<{ readonly text: string; readonly cursor: number } | null>(null);
  /** The offer that Enter takes; -1: none yet. */
  readonly at = signal(-1);
  readonly offers = computed<readonly Completion[]>(() => {
    const asked = this.#asked();
    return asked ? completeQuery(this.#open.sceneNow, asked.text, asked.cursor) : [];
  });

  typed(field: HTMLInputElement): void {
    this.on().filter.set(field.value);
    this.#asked.set({ text: field.value, cursor: field.selectionStart ?? field.value.length });
    this.at.set(-1);
  }
  take({ text, from, to }: Completion): void {
    const field = this.field().nativeElement;
    const isKey = text.endsWith(':');
    const next = field.value.slice(0, from) + text + (isKey ? '' : ' ') + field.value.slice(to).trimStart();
    field.value = next;
    const cursor = from + text.length + (isKey ? 0 : 1);
    field.setSelectionRange(cursor, cursor);
    this.on().filter.set(next);
    // A key asks for its value at once.
    this.#asked.set(isKey ? { text: next, cursor } : null);
    this.at.set(-1);
  }
  leave(): void {
    this.#asked.set(null);
  }
  key(event: KeyboardEvent, field: HTMLInputElement): void {
    const offers = this.offers();
    if (event.key === 'Escape') {
      if (offers.length) this.leave();
      else if (field.value) this.on().filter.set((field.value = ''));
      else field.blur();
    } else if (offers.length && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      const by = event.key === 'ArrowDown' ? 1 : -1;
      this.at.update((at) => Math.max(-1, Math.min(offers.length - 1, at + by)));
    } else if (offers.length && (event.key === 'Tab' || (event.key === 'Enter' && this.at() >= 0))) {
      event.preventDefault();
      this.take(offers[Math.max(0, this.at())]!);
    } else if (event.key === 'ArrowDown' || event.key === 'Enter') {
      event.preventDefault();
      this.leave();
      // What the filter is of has the keys next.
      document.querySelector<HTMLElement>(this.of() ? '[data-home]' : '[role=treegrid]')?.focus();
      if (event.key === 'ArrowDown' && !this.of()) this.ledger.step(1, false);
    }
  }
}
