import {
  afterRenderEffect,
  Component,
  computed,
  inject,
  signal,
  type ElementRef,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucidePlus } from '@ng-icons/lucide';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { SetList } from './set-list';
import { swatches, tally } from './tally';

const words = ['working on', 'waits', 'done'] as const;

/** Layers, marks, kinds and attributes with their counts. A click narrows the ledger to one of them; again, to none. */
@Component({
  selector: 'rq-side-panel',
  imports: [CountPipe, NgIcon, SetList],
  viewProviders: [provideIcons({ lucidePlus })],
  templateUrl: './side-panel.html',
  host: { class: 'block h-full overflow-y-auto bg-page px-2.5 py-3' },
})
export class SidePanel {
  readonly open = inject(OpenScene);
  readonly arrange = inject(ArrangeState);
  readonly ledger = inject(LedgerState);
  /** The field for a new name takes the keys as soon as it is there. */
  readonly field = viewChild<ElementRef<HTMLInputElement>>('name');
  readonly naming = signal(false);
  readonly focusing = afterRenderEffect(() => this.field()?.nativeElement.focus());
  readonly words = words;
  readonly tally = computed(() => (this.open.tick(), tally(this.open.scene)));
  readonly layers = computed(() => {
    const known = [...this.tally().layers];
    // A new layer lives here until the first object enters it.
    if (!this.tally().layers.has(this.arrange.layer())) known.push([this.arrange.layer(), 0]);
    return known.map(([name, count], i) => ({ name, count, colour: swatches[i % swatches.length]! }));
  });
  readonly kinds = computed(() => [...this.tally().kinds].sort((a, b) => b[1] - a[1]));
  readonly marks = computed(() => [...this.tally().marks]);
  readonly attributes = computed(() => [...this.tally().attributes].sort((a, b) => b[1] - a[1]).slice(0, 30));

  filterOf(key: string, value: string): string {
    return /[\s()"*?[]/.test(value) || value === '' ? `${key}:"${value}"` : `${key}:${value}`;
  }
  narrow(filter: string): void {
    this.ledger.filter.update((now) => (now === filter ? '' : filter));
  }
  addLayer(name: string): void {
    this.naming.set(false);
    if (!name.trim()) return;
    this.arrange.layer.set(name.trim().slice(0, 200));
    if (this.arrange.picked().length) this.arrange.toLayer(name.trim().slice(0, 200));
  }
  mark(word: string, at: number): void {
    this.arrange.mark({ word, colour: swatches[(at + 1) % swatches.length]! });
  }
}
