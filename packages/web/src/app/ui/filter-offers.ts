import { Overlay, type OverlayRef } from '@angular/cdk/overlay';
import { ComponentPortal } from '@angular/cdk/portal';
import {
  type ComponentRef,
  DestroyRef,
  Directive,
  effect,
  ElementRef,
  inject,
  input,
  untracked,
} from '@angular/core';
import { Scene } from '@renquil/core/scene';
import { OfferList } from './offer-list';
import { QueryOffers } from './query-offers';

let count = 0;

/** Of a plain field that takes a filter: offers the words of filters while one types, as the filter of the ledger does. */
@Directive({
  selector: 'input[rqFilterOffers]',
  host: {
    role: 'combobox',
    autocomplete: 'off',
    'aria-autocomplete': 'list',
    '[attr.aria-expanded]': 'offers.all().length > 0',
    '[attr.aria-controls]': 'name',
    '[attr.aria-activedescendant]':
      "offers.at() >= 0 && offers.all().length ? name + '-' + offers.at() : null",
    '(input)': 'typed()',
    '(keydown)': 'key($event)',
    '(blur)': 'offers.leave()',
  },
})
export class FilterOffers {
  readonly #field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  readonly #overlay = inject(Overlay);
  /** The scene whose words are offered; left out: those that every scene has. */
  readonly scene = input<Scene | ''>('', { alias: 'rqFilterOffers' });
  readonly #none = new Scene();
  readonly offers = new QueryOffers(() => this.scene() || this.#none);
  readonly name = `offers-${++count}`;
  #shown: OverlayRef | null = null;
  #isTaking = false;

  constructor() {
    effect(() => {
      const [all, at] = [this.offers.all(), this.offers.at()];
      untracked(() => this.#show(all, at));
    });
    inject(DestroyRef).onDestroy(() => this.#hide());
  }
  typed(): void {
    if (!this.#isTaking) this.offers.ask(this.#field);
  }
  key(event: KeyboardEvent): void {
    const done = this.offers.key(event, this.#field);
    if (done === 'taken') this.#tell();
    // What is around the field has no business with a key that was for its offers.
    if (done) event.stopPropagation();
  }
  #list: ComponentRef<OfferList> | null = null;
  #show(all: ReturnType<QueryOffers['all']>, at: number): void {
    if (!all.length) return this.#hide();
    if (!this.#shown) {
      const under = this.#overlay
        .position()
        .flexibleConnectedTo(this.#field)
        .withPositions([
          { originX: 'start', originY: 'bottom', overlayX: 'start', overlayY: 'top', offsetY: 4 },
          { originX: 'start', originY: 'top', overlayX: 'start', overlayY: 'bottom', offsetY: -4 },
        ]);
      this.#shown = this.#overlay.create({
        positionStrategy: under,
        scrollStrategy: this.#overlay.scrollStrategies.reposition(),
      });
      const list = this.#shown.attach(new ComponentPortal(OfferList));
      list.setInput('name', this.name);
      list.instance.taken.subscribe((offer) => {
        this.offers.take(offer, this.#field);
        this.#tell();
      });
      this.#list = list;
    }
    this.#list?.setInput('offers', all);
    this.#list?.setInput('at', at);
  }
  #hide(): void {
    this.#shown?.dispose();
    this.#shown = this.#list = null;
  }
  /** Whatever form the field belongs to hears of it as of anything typed. */
  #tell(): void {
    this.#isTaking = true;
    this.#field.dispatchEvent(new Event('input', { bubbles: true }));
    this.#isTaking = false;
  }
}
