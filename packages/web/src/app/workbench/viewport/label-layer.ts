import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { lastNumber } from '@renquil/core/names';
import type { ObjectId } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';
import { placeLabels, type Label } from './place-labels';
import type { Stage } from './stage';
import { SlotColourPipe } from '../../ui/slot-colour';

/** Objects looked at for a label at most; above that only what is picked or about to change. */
const most = 5000;

/** One slot of the names, written on the objects in the slot's hue; what a preview would write stands out. */
@Component({
  selector: 'rq-label-layer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SlotColourPipe],
  template: `
    @for (label of shown(); track label.id) {
      <span
        class="absolute -translate-x-1/2 -translate-y-1/2 rounded border px-1 font-mono text-tiny leading-[15px] whitespace-nowrap"
        [class]="label.changes ? 'border-jonquil-line bg-wash' : 'border-line bg-sheet/90'"
        [style.left.px]="label.x"
        [style.top.px]="label.y"
        [style.color]="slot() | slotColour"
        >{{ label.text }}</span
      >
    }
  `,
  host: {
    class: 'pointer-events-none absolute inset-0 overflow-hidden',
    'aria-hidden': 'true',
    'data-testid': 'labels',
  },
})
export class LabelLayer {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly stage = input.required<Stage>();
  readonly slot = input.required<string>();
  /** Grows with every picture, so that labels go along with the view. */
  readonly #drawn = signal(0);

  readonly #texts = computed(() => {
    const { scene, convention } = this.#open;
    const slot = this.slot();
    const isNumber = convention.slots.get(slot)?.role === 'number';
    const names = this.#ledger.preview()?.names;
    const { picked } = this.#ledger.picking();
    this.#drawn();
    let ids: Iterable<ObjectId> = this.stage().drawnObjects();
    if ((ids as Set<ObjectId>).size > most) ids = new Set([...picked, ...(names?.keys() ?? [])]);
    const texts = new Map<ObjectId, { text: string; changes: boolean; first: boolean }>();
    for (const id of ids) {
      const object = scene.find(id);
      if (!object) continue;
      const now = this.#open.slotText(id, slot);
      const becomes = names?.get(id);
      const reading =
        becomes === undefined ? null : this.#open.reader().read(convention.keyOf(scene, object), becomes);
      // A number that is being given is shown wherever it stands in the name.
      const counted = isNumber && becomes !== undefined ? (lastNumber(becomes)?.digits ?? '') : '';
      const text = reading ? (reading.slots.get(slot)?.text ?? counted) : now;
      const changes = reading !== null && text !== now;
      if (text) texts.set(id, { text, changes, first: changes || picked.has(id) });
    }
    return texts;
  });
  readonly shown = computed(() => {
    this.#drawn();
    const stage = this.stage();
    const wanted: (Label & { readonly changes: boolean })[] = [];
    for (const [id, { text, changes, first }] of this.#texts()) {
      const at = stage.placeOnCanvas(id);
      if (at) wanted.push({ id, text, changes, first, ...at });
    }
    return placeLabels(wanted, stage.canvas.clientWidth, stage.canvas.clientHeight) as typeof wanted;
  });

  constructor() {
    effect((onCleanup) => {
      const { shown } = this.stage().painter;
      const tell = (): void => this.#drawn.update((n) => n + 1);
      shown.add(tell);
      onCleanup(() => shown.delete(tell));
    });
  }
}
