import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Plan } from '@renquil/core/plans';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { planLike, twinDifferences } from '@renquil/core/twins';
import { CountPipe } from '../../ui/count';
import { Tip } from '../../ui/tip';
import { Sheet, SheetFoot } from '../../ui/sheet';

/** What the sheet is opened with. */
export interface TwinSheetData {
  readonly scene: Scene;
  readonly branches: readonly ObjectId[];
  readonly mayEdit: boolean;
}
/** What somebody wants of twins. */
export interface TwinWish {
  readonly label: string;
  readonly plan: Plan;
}

/**
 * Branches that should be alike, held against one of them, the master. A difference is dropped (the branch is made like
 * the master) or pushed (the branch becomes the master and all others are made like it).
 */
@Component({
  selector: 'rq-twin-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, Sheet, SheetFoot, Tip],
  template: `
    <rq-sheet
      size="xl"
      [heading]="(data.branches.length | count: 'twin') + ', held against a master'"
      says="Names, and where the branches stand, may differ."
    >
      <ul class="max-h-[52vh] min-h-24 overflow-y-auto px-4 py-2">
        @for (row of rows(); track row.id) {
          <li class="border-b border-line/60 py-1.5">
            <div class="flex items-center gap-2.5">
              <label class="flex items-center gap-1.5" rqTip="Name this one the master">
                <input
                  type="radio"
                  name="master"
                  [checked]="row.id === master()"
                  (change)="master.set(row.id)"
                />
                <bdi class="font-mono">{{ row.name }}</bdi>
              </label>
              <span class="flex-1 whitespace-nowrap text-ink-2" data-testid="twin-verdict">{{
                row.id === master()
                  ? 'the master'
                  : row.differences.length
                    ? (row.differences.length | count: 'difference')
                    : 'alike'
              }}</span>
              @if (data.mayEdit && row.differences.length) {
                <button type="button" class="btn" data-testid="twin-drop" (click)="drop([row.id])">
                  Make like the master
                </button>
                <button type="button" class="btn" (click)="push(row.id)">Make others like this</button>
              }
            </div>
            @for (one of row.differences.slice(0, 6); track $index) {
              <p class="pl-6 text-small text-ink-2">{{ one.says }}</p>
            }
            @if (row.differences.length > 6) {
              <p class="pl-6 text-small text-ink-2">and {{ row.differences.length - 6 | count }} more</p>
            }
          </li>
        }
      </ul>
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="twin-drop-all"
          [disabled]="!data.mayEdit || !odd().length"
          (click)="drop(odd())"
        >
          Make {{ odd().length | count }} like the master
        </button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class TwinSheet {
  readonly ref = inject<DialogRef<TwinWish>>(DialogRef);
  readonly data = inject<TwinSheetData>(DIALOG_DATA);
  readonly master = signal(this.data.branches[0]!);
  readonly rows = computed(() =>
    this.data.branches.map((id) => ({
      id,
      name: this.data.scene.get(id).name,
      differences: id === this.master() ? [] : twinDifferences(this.data.scene, this.master(), id),
    })),
  );
  readonly odd = computed(() =>
    this.rows()
      .filter((row) => row.differences.length)
      .map((row) => row.id),
  );

  drop(ids: readonly ObjectId[]): void {
    this.#close(this.master(), ids);
  }
  push(from: ObjectId): void {
    this.#close(
      from,
      this.data.branches.filter((id) => id !== from),
    );
  }
  #close(master: ObjectId, others: readonly ObjectId[]): void {
    const { scene } = this.data;
    const label = `Make ${others.length} like ${scene.get(master).name}`;
    this.ref.close({ label, plan: planLike(scene, master, others) });
  }
}
