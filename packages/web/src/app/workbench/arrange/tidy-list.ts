import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { Component, inject, signal } from '@angular/core';
import type { TidyItem } from '@renquil/core';
import { CountPipe } from '../../ui/count';

/** What could be tidied, each on its own tick. Closes with those that are ticked. */
@Component({
  selector: 'rq-tidy-list',
  imports: [CountPipe],
  template: `
    <div class="sheet w-[620px] max-w-[92vw]">
      <h2 class="border-b border-line px-4 py-3 text-[15px] font-bold">
        {{ items.length ? 'Tidy up' : 'Nothing to tidy up' }}
      </h2>
      <ul class="max-h-[52vh] overflow-y-auto px-4 py-2">
        @for (item of items; track item.object) {
          <li>
            <label class="flex items-center gap-2.5 py-1"
              ><input
                type="checkbox"
                [checked]="!off().has(item.object)"
                (change)="toggle(item.object)"
              /><bdi class="min-w-0 truncate">{{ item.because }}</bdi></label
            >
          </li>
        } @empty {
          <li class="py-2 text-ink-2">
            No empty groups, no groups with one child, nothing outside the root.
          </li>
        }
      </ul>
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
