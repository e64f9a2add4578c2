import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { TidyItem } from '@renquil/core/plans';
import { CountPipe } from '../../ui/count';
import { Tip } from '../../ui/tip';
import { Sheet, SheetFoot } from '../../ui/sheet';
import { TickSet } from '../../ui/tick-set';
import { Tick } from '../../ui/tick';

/** What could be tidied, each on its own tick. Closes with those that are ticked. */
@Component({
  selector: 'rq-tidy-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CountPipe,
    Sheet,
    SheetFoot,
    Tick,
    Tip,
  ],
  template: `
    <rq-sheet size="l" [heading]="items.length ? 'Tidy up' : 'Nothing to tidy up'">
      @if (items.length) {
        <cdk-virtual-scroll-viewport
          itemSize="44"
          class="max-h-[52vh]"
          role="group"
          aria-label="What could be tidied"
          [style.height.px]="items.length * 44"
        >
          <!-- Two lines hold every sentence about names of a usual length. -->
          <rq-tick
            *cdkVirtualFor="let item of items"
            class="grid h-[44px] content-center px-4 leading-tight"
            [on]="!off.has(item.object)"
            (onChange)="off.toggle(item.object)"
            ><bdi class="line-clamp-2 min-w-0 break-words" [rqTip]="item.because">{{
              item.because
            }}</bdi></rq-tick
          >
        </cdk-virtual-scroll-viewport>
      } @else {
        <p class="px-4 py-4 text-ink-2">
          No empty groups, no groups with one child, nothing outside the root.
        </p>
      }
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="tidy-apply"
          [disabled]="items.length === off.size"
          (click)="ref.close(chosen())"
        >
          Tidy up {{ items.length - off.size | count }}
        </button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class TidyList {
  readonly ref = inject<DialogRef<readonly TidyItem[]>>(DialogRef);
  readonly items = inject<readonly TidyItem[]>(DIALOG_DATA);
  readonly off = new TickSet<number>();

  chosen(): readonly TidyItem[] {
    return this.items.filter((item) => !this.off.has(item.object));
  }
}
