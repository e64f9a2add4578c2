import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { ObjectId } from '@renquil/core/scene';
import { CountPipe } from '../../ui/count';
import { NameChange } from '../../ui/name-change';
import { SeverityMark } from '../../ui/severity-mark';
import { Sheet, SheetFoot } from '../../ui/sheet';

/** A change of a name to look at. */
export interface ReviewLine {
  readonly before: string;
  readonly after: string;
  /** What the clash was about; null: none. */
  readonly clash: string | null;
}

/** Lines are made for the screenful that is looked at. */
export interface Review {
  readonly ids: readonly ObjectId[];
  lineOf(id: ObjectId): ReviewLine;
}

/** Every name that will change, before and after, one under the other. Closes with true to apply. */
@Component({
  selector: 'rq-review-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CountPipe,
    NameChange,
    SeverityMark,
    Sheet,
    SheetFoot,
  ],
  template: `
    <rq-sheet size="xl" [heading]="(review.ids.length | count: 'name') + ' will change'">
      <div class="th grid grid-cols-[1fr_1fr_150px] gap-3 px-4 py-1.5">
        <span>Before</span><span>After</span><span></span>
      </div>
      <cdk-virtual-scroll-viewport
        itemSize="26"
        class="h-[420px] max-h-[55vh]"
        tabindex="0"
        role="group"
        aria-label="Names before and after"
      >
        <div
          *cdkVirtualFor="let id of review.ids"
          class="grid h-[26px] grid-cols-[1fr_1fr_150px] items-center gap-3 border-b border-line/60 px-4 font-mono"
        >
          @let line = review.lineOf(id);
          <rq-name-change class="text-ink-2" side="before" [before]="line.before" [after]="line.after" />
          <rq-name-change side="after" [before]="line.before" [after]="line.after" />
          <span class="flex items-center gap-1.5 truncate font-sans text-small">
            @if (line.clash) {
              <rq-severity of="blocker" /> {{ line.clash }}
            }
          </span>
        </div>
      </cdk-virtual-scroll-viewport>
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close(false)">Back</button>
        <button type="button" class="btn btn-main" (click)="ref.close(true)">Apply as one edit</button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class ReviewList {
  readonly ref = inject<DialogRef<boolean>>(DialogRef);
  readonly review = inject<Review>(DIALOG_DATA);
}
