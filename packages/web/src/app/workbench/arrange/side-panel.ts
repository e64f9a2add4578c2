import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideChartColumn } from '@ng-icons/lucide';
import { settled } from '../../ui/settled';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { AssetPanel } from './asset-panel';
import { AttributeSheet, type AttributeSheetData, type AttributeWish } from './attribute-sheet';
import { filterOf } from './filter-of';
import { LayerList } from './layer-list';
import { SetList } from './set-list';
import { nothing, swatches, tally } from './tally';
import { ViewList } from './view-list';
import { Tip } from '../../ui/tip';

const words = ['working on', 'waits', 'done'] as const;

/** Layers, marks, kinds and attributes with their counts. A click narrows the ledger to one of them; again, to none. */
@Component({
  selector: 'rq-side-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AssetPanel, CountPipe, LayerList, NgIcon, SetList, Tip, ViewList],
  viewProviders: [provideIcons({ lucideChartColumn })],
  templateUrl: './side-panel.html',
  host: { class: 'block h-full overflow-y-auto bg-page px-2.5 py-3' },
})
export class SidePanel {
  readonly open = inject(OpenScene);
  readonly arrange = inject(ArrangeState);
  readonly ledger = inject(LedgerState);
  readonly #dialog = inject(Dialog);
  readonly filterOf = filterOf;
  readonly words = words;
  readonly #settled = settled(() => this.open.scene, 2);
  readonly tally = computed(() => (this.#settled() < 0 ? nothing : tally(this.open.sceneNow)));
  readonly kinds = computed(() => [...this.tally().kinds].sort((a, b) => b[1] - a[1]));
  readonly marks = computed(() => [...this.tally().marks]);
  readonly attributes = computed(() => [...this.tally().attributes].sort((a, b) => b[1] - a[1]).slice(0, 30));

  narrow(filter: string): void {
    this.ledger.filter.update((now) => (now === filter ? '' : filter));
  }
  spread(key: string): void {
    const ref = this.#dialog.open<AttributeWish>(AttributeSheet, {
      data: {
        scene: this.open.scene,
        key,
        picked: this.arrange.picked(),
        mayEdit: this.open.mayEdit(),
      } satisfies AttributeSheetData,
      ariaLabel: `The values of ${key}`,
    });
    ref.closed.subscribe((wish) => {
      if (wish && 'pick' in wish) this.ledger.pickAll(wish.pick);
      else if (wish) this.open.apply(wish.label, wish.edits);
    });
  }
  /** A word that is there keeps its colour; a new one takes the next. Without a word the note goes onto the mark they have. */
  markOwn(word: HTMLInputElement, note: HTMLInputElement): void {
    const known = new Map(this.marks());
    const first = this.arrange.picked()[0];
    const held = first === undefined ? null : this.open.scene.get(first).mark;
    const said = word.value.trim() || held?.word;
    if (!said) return;
    const colour = known.get(said)?.colour ?? swatches[(known.size + 4) % swatches.length]!;
    const text = note.value.trim();
    this.arrange.settings.mark({ word: said, colour, ...(text ? { note: text } : {}) });
    word.value = note.value = '';
  }
  mark(word: string, at: number): void {
    this.arrange.settings.mark({ word, colour: swatches[(at + 1) % swatches.length]! });
  }
}
