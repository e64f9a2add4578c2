import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import { otherThings, type OtherThing } from '@renquil/core/names';
import { namedThings, planRenameThing, planShapesFollow, type NamedThing } from '@renquil/core/plans';
import { OpenScene } from '../../state/open-scene';
import { count, CountPipe } from '../../ui/count';
import { SeverityMark } from '../../ui/severity-mark';
import { Tip } from '../../ui/tip';
import { Sheet, SheetFoot } from '../../ui/sheet';

/** Names of materials, shapes, layers and sets, held to patterns of their own. */
@Component({
  selector: 'rq-other-names',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, SeverityMark, Sheet, SheetFoot, Tip],
  template: `
    <rq-sheet size="xl" heading="Names of">
      <div head class="flex flex-wrap gap-2">
        @for (one of things; track one) {
          <button
            type="button"
            class="h-7 rounded-md px-2.5 font-semibold"
            [class.bg-wash]="thing() === one"
            [attr.aria-pressed]="thing() === one"
            (click)="thing.set(one)"
          >
            {{ one }}s
          </button>
        }
      </div>
      <p class="px-4 pt-2 text-small text-ink-2">
        {{
          held()
            ? wrong() + ' do not fit the pattern of ' + thing() + 's.'
            : 'The convention has no pattern for ' + thing() + 's, so they may be called anything.'
        }}
      </p>
      <ul class="min-h-40 flex-1 overflow-y-auto px-4 py-2">
        @for (row of rows(); track row.index + row.name) {
          <li class="grid grid-cols-[1fr_90px_190px] items-center gap-3 border-b border-line/60 py-1">
            <input
              #field
              class="field field-mono !h-6 w-full"
              [value]="row.name"
              [disabled]="!open.mayEdit() || row.name === 'Base'"
              [attr.aria-label]="'Name of the ' + thing() + ' ' + row.name"
              (keydown.enter)="field.blur()"
              (change)="rename(row, field.value.trim())"
            />
            <span class="text-right text-small text-ink-2">{{ row.used | count: 'object' }}</span>
            <span class="flex min-w-0 items-center gap-1.5 text-small">
              @if (row.misfit) {
                <rq-severity of="warning" />
                @if (row.wanted; as wanted) {
                  <button
                    type="button"
                    class="chip truncate hover:bg-wash"
                    rqTip="Take this name"
                    (click)="rename(row, wanted)"
                  >
                    {{ wanted }}
                  </button>
                } @else {
                  does not fit
                }
              } @else if (held()) {
                <rq-severity of="clear" /> fits
              }
            </span>
          </li>
        } @empty {
          <li class="text-ink-2">This scene has no {{ thing() }}s.</li>
        }
      </ul>
      <rq-sheet-foot>
        @if (thing() === 'shape' && open.mayEdit()) {
          <label class="flex items-center gap-1.5 text-small"
            >ending<input #ending class="field field-mono !h-6 w-24" placeholder="Shape"
          /></label>
          <button
            type="button"
            class="btn"
            [disabled]="!follow(ending.value).length"
            (click)="takeFollow(ending.value)"
          >
            {{ follow(ending.value).length | count: 'shape' }} after their objects
          </button>
        }
        @if (fixes().length && open.mayEdit()) {
          <button type="button" class="btn btn-main" data-testid="put-right" (click)="putRight()">
            Put {{ fixes().length | count: 'name' }} right
          </button>
        }
        <button type="button" class="btn" (click)="ref.close()">Close</button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class OtherNames {
  readonly ref = inject(DialogRef);
  readonly open = inject(OpenScene);
  readonly things = otherThings;
  readonly thing = signal<OtherThing>('material');
  readonly held = computed(() => this.open.held().pattern(this.thing()) !== null);
  readonly rows = computed(() => {
    return namedThings(this.open.scene, this.open.held(), this.thing());
  });
  readonly wrong = computed(
    () => `${count(this.rows().filter((row) => row.misfit).length)} of ${count(this.rows().length)}`,
  );
  readonly fixes = computed(() => this.rows().filter((row) => row.wanted !== null && row.name !== 'Base'));

  rename(row: NamedThing, to: string): void {
    const edits = planRenameThing(this.open.scene, row, to);
    if (edits.length)
      this.open.apply(`Rename the ${row.thing} ${row.name || 'without a name'} to ${to || 'nothing'}`, edits);
  }
  putRight(): void {
    const edits = this.fixes().flatMap((row): Edit[] => planRenameThing(this.open.scene, row, row.wanted!));
    this.open.apply(`Put ${count(this.fixes().length, `${this.thing()} name`)} right`, edits);
  }
  follow(ending: string): Edit[] {
    return planShapesFollow(this.open.scene, ending.trim());
  }
  takeFollow(ending: string): void {
    const edits = this.follow(ending);
    this.open.apply(`Call ${count(edits.length, 'shape')} after their objects`, edits);
  }
}
