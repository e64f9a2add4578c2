import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { TidyItem } from '@renquil/core';
import { CountPipe } from '../../ui/count';
import { Tip } from '../../ui/tip';

/** What could be tidied, each on its own tick. Closes with those that are ticked. */
@Component({
  selector: 'rq-tidy-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport, CountPipe, Tip],
  template: `
    <div class="sheet w-[620px] max-w-[92vw]">
      <h2 class="border-b border-line px-4 py-3 text-title font-bold">
        {{ items.length ? 'Tidy up' : 'Nothing to tidy up' }}
      </h2>
      @if (items.length) {
        <cdk-virtual-scroll-viewport
          itemSize="44"
          class="max-h-[52vh]"
          role="group"
          aria-label="What could be tidied"
          [style.height.px]="items.length * 44"
        >
          <!-- Two lines hold every sentence about names of a usual length. -->
          <label
            *cdkVirtualFor="let item of items"
            class="flex h-[44px] items-center gap-2.5 px-4 leading-tight"
            ><input
              type="checkbox"
              class="shrink-0"
              [checked]="!off().has(item.object)"
              (change)="toggle(item.object)"
            /><bdi class="line-clamp-2 min-w-0 break-words" [rqTip]="item.because">{{
              item.because
            }}</bdi></label
          >
        </cdk-virtual-scroll-viewport>
      } @else {
        <p class="px-4 py-4 text-ink-2">
          No empty groups, no groups with one child, nothing outside the root.
        </p>
      }
      <div class="flex justify-end gap-2 border-t border-line px-4 py-3">
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="tidy-apply"
          [disabled]="items.length === off().size"
          (click)="ref.close(chosen())"
        >
          Tidy up {{ items.length - off().size | count }}
        </button>
      </div>
    </div>
  `,
})
export class TidyList {
  readonly ref = inject<DialogRef<readonly TidyItem[]>>(DialogRef);
  readonly items = inject<readonly TidyItem[]>(DIALOG_DATA);
  readonly off = signal<ReadonlySet<number>>(new Set());

  toggle(id: number): void {
    const off = new Set(this.off());
    if (!off.delete(id)) off.add(id);
    this.off.set(off);
  }
  chosen(): readonly TidyItem[] {
    return this.items.filter((item) => !this.off().has(item.object));
  }
}
