import { CdkMenu, CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { openMenu } from '../../ui/open-menu';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from './ledger-state';
import { SlotCells } from './slot-cells';

/** The title of a slot's column: sorts, groups, filters by what is picked, fills down. */
@Component({
  selector: 'rq-slot-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenu, CdkMenuItem, CdkMenuTrigger],
  template: `
    <button
      type="button"
      tabindex="-1"
      class="flex min-w-0 flex-1 items-center gap-1.5 font-semibold"
      [title]="'Sort, group, filter by ' + slot() + ' (Alt ↓)'"
      [attr.data-testid]="'slot-head-' + slot()"
      #trigger="cdkMenuTriggerFor"
      [cdkMenuTriggerFor]="menu"
      (cdkMenuClosed)="closed.emit()"
    >
      <span
        class="size-2 shrink-0 rounded-[2px]"
        [style.background]="'var(--' + slot() + ', var(--ink-3))'"
        aria-hidden="true"
      ></span>
      <span class="truncate">{{ title() }}</span>
      @if (sort(); as by) {
        <span aria-hidden="true">{{ by.grouped ? '▤' : by.down ? '↓' : '↑' }}</span>
      }
    </button>
    <ng-template #menu>
      <div class="sheet w-56 p-1" cdkMenu>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="by(false, false)"
        >
          Sort up
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="by(true, false)"
        >
          Sort down
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="by(false, true)"
        >
          Group rows
        </button>
        @if (sort()) {
          <button
            type="button"
            class="btn btn-bare w-full !justify-start"
            cdkMenuItem
            (cdkMenuItemTriggered)="state.bySlot.set(null)"
          >
            Back to the tree
          </button>
        }
        <hr class="my-1 border-line" />
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="onlyEmpty()"
        >
          Only where it is empty
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="wider.emit(24)"
        >
          Wider
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="wider.emit(-24)"
        >
          Narrower
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="fitted.emit(slot())"
        >
          Fit to what stands in it
        </button>
        <button
          type="button"
          class="btn btn-bare w-full !justify-start"
          cdkMenuItem
          (cdkMenuItemTriggered)="fitted.emit(undefined)"
        >
          Fit all columns
        </button>
        <hr class="my-1 border-line" />
        @if (activeText(); as text) {
          <button
            type="button"
            class="btn btn-bare w-full !justify-start"
            cdkMenuItem
            (cdkMenuItemTriggered)="onlyText(text)"
          >
            Only <span class="font-mono">{{ text }}</span>
          </button>
        }
        @if (open.mayEdit() && state.picking().picked.size > 1) {
          <button
            type="button"
            class="btn btn-bare w-full !justify-between"
            cdkMenuItem
            (cdkMenuItemTriggered)="cells.fillDown(slot())"
          >
            Fill down <kbd class="chip text-[11px]">Ctrl D</kbd>
          </button>
        }
      </div>
    </ng-template>
  `,
  host: { class: 'flex min-w-0 flex-1 items-center' },
})
export class SlotHead {
  readonly open = inject(OpenScene);
  readonly state = inject(LedgerState);
  readonly cells = inject(SlotCells);
  readonly slot = input.required<string>();
  readonly title = input.required<string>();
  readonly trigger = viewChild.required<CdkMenuTrigger>('trigger');
  /** The menu was closed: the keys go back to the rows. */
  readonly closed = output();
  /** By so many pixels. */
  readonly wider = output<number>();
  /** One column, or all. */
  readonly fitted = output<string | undefined>();
  readonly sort = computed(() => {
    const by = this.state.bySlot();
    return by?.slot === this.slot() ? by : null;
  });
  readonly activeText = computed(() => {
    const { active } = this.state.picking();
    return active !== null && this.open.scene.find(active) ? this.open.slotText(active, this.slot()) : '';
  });
  openMenu(): void {
    openMenu(this.trigger());
  }
  by(down: boolean, grouped: boolean): void {
    this.state.bySlot.set({ slot: this.slot(), down, grouped });
    this.state.foldedGroups.set(new Set());
  }
  onlyEmpty(): void {
    this.state.filter.set(`slot.${this.slot()}:""`);
  }
  onlyText(text: string): void {
    this.state.filter.set(`slot.${this.slot()}:${/[\s()*?[\]"]/.test(text) ? JSON.stringify(text) : text}`);
  }
}
