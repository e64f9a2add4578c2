import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { CountPipe } from '../../ui/count';
import { settled } from '../../ui/settled';
import { OpenScene } from '../../state/open-scene';
import { Theme } from '../../state/theme';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from '../arrange/arrange-state';
import { drawLineage, rowHeight } from './draw-lineage';
import { tintOf, tints, type Tint } from './lineage-tint';
import { layLineage, walkLineage, widths, type Block, type WidthBy } from './lineage-layout';

/** The tree drawn as a map: what is above lies above, as wide as what it holds. Arrows walk it, a click picks. */
@Component({
  selector: 'rq-lineage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe],
  template: `
    <div class="flex items-baseline gap-3 px-3 pt-2 pb-1">
      <h2 class="font-bold">Lineage</h2>
      <label class="text-small text-ink-2"
        >width
        <select #by class="field !h-5 !px-1 text-small" (change)="setWidth(by.value)">
          @for (one of widths; track one) {
            <option [value]="one">{{ one }}</option>
          }
        </select>
      </label>
      <label class="text-small text-ink-2"
        >tint
        <select
          #tinted
          class="field !h-5 !px-1 text-small"
          data-testid="lineage-tint"
          (change)="setTint(tinted.value)"
        >
          @for (one of tints; track one) {
            <option [value]="one">{{ one }}</option>
          }
        </select>
      </label>
      <span class="flex-1"></span>
      <span class="text-small text-ink-2" aria-hidden="true">← → siblings · ↑ parent · ↓ first child</span>
    </div>
    <div class="min-h-0 flex-1 overflow-y-auto px-3 pb-2">
      @if (tooFine(); as roots) {
        <p class="text-ink-2" data-testid="lineage-too-fine">
          {{ roots | count }} branches lie side by side, each thinner than a line can show.
        </p>
      }
      <canvas
        #canvas
        class="block w-full outline-none focus-visible:shadow-[0_0_0_2px_var(--jonquil)]"
        tabindex="0"
        role="img"
        [attr.aria-label]="'Map of the tree, ' + blocks().length + ' blocks. Arrow keys walk it.'"
        data-testid="lineage"
        (click)="click($event)"
        (pointerdown)="down($event)"
        (pointerup)="up($event)"
        (keydown)="key($event)"
        (mousemove)="hover($event)"
        (mouseleave)="hovered.set(null); dragged = null"
      ></canvas>
    </div>
  `,
  host: { class: 'flex h-full min-h-0 flex-col border-t border-line bg-page' },
})
export class Lineage {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #analysis = inject(Analysis);
  readonly #theme = inject(Theme);
  readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  readonly #arrange = inject(ArrangeState);
  readonly widths = widths;
  readonly tints = tints;
  readonly widthBy = signal<WidthBy>('faces');
  readonly tint = signal<Tint>('findings');
  /** What is being dragged onto another block, once the pointer has moved. */
  dragged: {
    readonly ids: readonly ObjectId[];
    readonly x: number;
    readonly y: number;
    moved: boolean;
  } | null = null;
  readonly width = signal(0);
  readonly hovered = signal<ObjectId | null>(null);
  readonly #settled = settled(() => this.#open.sceneDrawn);
  readonly blocks = computed<readonly Block[]>(() => {
    const counted = this.#settled() >= 0;
    return counted && this.width() ? layLineage(this.#open.sceneNow, this.widthBy(), 1.5 / this.width()) : [];
  });

  /** How many branches there are when none is wide enough to be drawn; 0: some are, or there are none. */
  readonly tooFine = computed(() =>
    this.#settled() >= 0 && this.width() && !this.blocks().length ? this.#open.sceneNow.roots.length : 0,
  );

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(([entry]) => this.width.set(Math.floor(entry!.contentRect.width)));
      observer.observe(this.canvas().nativeElement.parentElement!);
      destroy.onDestroy(() => observer.disconnect());
    });
    effect(() => {
      void this.#open.scene;
      this.#analysis.version();
      this.#theme.name();
      this.tint();
      const [blocks, picked, hovered] = [this.blocks(), this.#ledger.picking().picked, this.hovered()];
      untracked(() => this.#draw(blocks, picked, hovered));
    });
  }
  setWidth(by: string): void {
    this.widthBy.set(widths.find((one) => one === by) ?? 'faces');
  }
  setTint(by: string): void {
    this.tint.set(tints.find((one) => one === by) ?? 'findings');
  }
  down(event: PointerEvent): void {
    const id = this.#at(event);
    if (event.button !== 0 || id === null || !this.#open.mayEdit()) return;
    const { picked } = this.#ledger.picking();
    this.dragged = {
      ids: picked.has(id) ? [...picked] : [id],
      x: event.clientX,
      y: event.clientY,
      moved: false,
    };
  }
  /** Let go over another block: what was dragged goes under it. */
  up(event: PointerEvent): void {
    const target = this.#at(event);
    if (this.dragged?.moved && target !== null && !this.dragged.ids.includes(target))
      this.#arrange.moveUnder(this.dragged.ids, target);
    if (!this.dragged?.moved) this.dragged = null;
  }
  click(event: MouseEvent): void {
    // The click that ends a drag picks nothing.
    if (this.dragged) {
      this.dragged = null;
      this.hovered.set(null);
      return;
    }
    const id = this.#at(event);
    if (id !== null) this.#ledger.show(id, event.ctrlKey || event.metaKey ? 'toggle' : 'only');
  }
  hover(event: MouseEvent): void {
    const id = this.#at(event);
    this.hovered.set(id);
    if (this.dragged && Math.hypot(event.clientX - this.dragged.x, event.clientY - this.dragged.y) > 4)
      this.dragged.moved = true;
    this.canvas().nativeElement.style.cursor = this.dragged?.moved ? 'grabbing' : '';
    this.canvas().nativeElement.title = id === null ? '' : (this.#open.scene.find(id)?.name ?? '');
  }
  key(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.dragged = null;
    const next = walkLineage(this.#open.scene, this.#ledger.picking().active, event.key);
    if (next === null) return;
    event.preventDefault();
    this.#ledger.show(next);
  }
  #at(event: MouseEvent): ObjectId | null {
    const [x, row] = [event.offsetX / Math.max(1, this.width()), Math.floor(event.offsetY / rowHeight)];
    return this.blocks().find((block) => block.depth === row && x >= block.x0 && x < block.x1)?.id ?? null;
  }
  #draw(blocks: readonly Block[], picked: ReadonlySet<ObjectId>, hovered: ObjectId | null): void {
    const width = this.width();
    if (!width) return;
    const { scene } = this.#open;
    drawLineage(this.canvas().nativeElement, width, blocks, {
      nameOf: (id) => scene.find(id)?.name ?? null,
      tintOf: (colours) => tintOf(this.tint(), scene, this.#analysis, colours),
      picked,
      hovered,
      isDropped: this.dragged?.moved === true,
    });
  }
}
