import { CdkMenuTrigger } from '@angular/cdk/menu';
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
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';
import { SlotColourPipe } from '../../ui/slot-colour';

/** The title of a slot's column: sorts, groups, filters by what is picked, fills down. */
@Component({
  selector: 'rq-slot-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, MenuItem, MenuPanel, SlotColourPipe, Tip],
  template: `
    <button
      type="button"
      tabindex="-1"
      class="flex min-w-0 flex-1 items-center gap-1.5 font-semibold"
      [rqTip]="'Sort, group, filter by ' + slot() + ' (Alt ↓)'"
      [attr.data-testid]="'slot-head-' + slot()"
      #trigger="cdkMenuTriggerFor"
      [cdkMenuTriggerFor]="menu"
      (cdkMenuClosed)="closed.emit()"
    >
      <span
        class="size-2 shrink-0 rounded-[2px]"
        [style.background]="slot() | slotColour: 'ink-3'"
        aria-hidden="true"
      ></span>
      <span class="truncate">{{ title() }}</span>
      @if (sort(); as by) {
        <span aria-hidden="true">{{ by.grouped ? '▤' : by.down ? '↓' : '↑' }}</span>
      }
    </button>
    <ng-template #menu>
      <div class="w-56" rqMenu>
        <button rqMenuItem (chosen)="by(false, false)">Sort up</button>
        <button rqMenuItem (chosen)="by(true, false)">Sort down</button>
        <button rqMenuItem (chosen)="by(false, true)">Group rows</button>
        @if (sort()) {
          <button rqMenuItem (chosen)="state.bySlot.set(null)">Back to the tree</button>
        }
        <hr class="my-1 border-line" />
        <button rqMenuItem (chosen)="onlyEmpty()">Only where it is empty</button>
        <button rqMenuItem (chosen)="wider.emit(24)">Wider</button>
        <button rqMenuItem (chosen)="wider.emit(-24)">Narrower</button>
        <button rqMenuItem (chosen)="fitted.emit(slot())">Fit to what stands in it</button>
        <button rqMenuItem (chosen)="fitted.emit(undefined)">Fit all columns</button>
        <hr class="my-1 border-line" />
        @if (activeText(); as text) {
          <button rqMenuItem (chosen)="onlyText(text)">
            Only <span class="font-mono">{{ text }}</span>
          </button>
        }
        @if (open.mayEdit() && state.picking().picked.size > 1) {
          <button class="!justify-between" rqMenuItem (chosen)="cells.fillDown(slot())">
            Fill down <kbd class="chip text-tiny">Ctrl D</kbd>
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
