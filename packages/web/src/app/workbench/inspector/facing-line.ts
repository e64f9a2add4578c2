import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import { facings, isFacing, type Frame, type Plane } from '@renquil/core/frames';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { metres } from './numbers';
import { Tip } from '../../ui/tip';

/** Of the root of an asset: which way it faces and why, where its left and right part; another facing can be told. */
@Component({
  selector: 'rq-facing-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, Tip],
  template: `
    @if (frame(); as frame) {
      <div class="mt-3 flex items-center gap-2" data-testid="facing">
        <label class="flex items-center gap-2 font-bold"
          >Faces
          <select
            #to
            class="field !h-6 font-mono"
            rqTip="Which way its front is, in the world"
            data-testid="facing-told"
            [disabled]="!open.mayEdit()"
            (change)="tell(to.value)"
          >
            <option value="" [selected]="frame.facingBy !== 'told'">
              {{ frame.facing }} {{ by[frame.facingBy] }}
            </option>
            @for (one of facings; track one) {
              <option [value]="one" [selected]="frame.facingBy === 'told' && frame.facing === one">
                {{ one }} told
              </option>
            }
          </select>
        </label>
      </div>
      <p class="mt-1 text-small text-ink-2" data-testid="facing-why">
        @if (frame.of) {
          {{ frame.agree | count }} of {{ frame.of | count: 'sided name' }}
          {{ frame.of === 1 ? 'agrees' : 'agree' }} with that.
        } @else {
          No name in it says a side that tells.
        }
        {{ plane(frame.side) }}
      </p>
    }
  `,
})
export class FacingLine {
  readonly open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly object = input.required<ObjectId>();
  readonly facings = facings;
  readonly by: Readonly<Record<Frame['facingBy'], string>> = {
    told: 'told',
    declared: 'as the convention says',
    read: 'read from its names',
    elsewhere: 'as other scenes of the project do',
    assumed: 'for want of better',
  };
  readonly frame = computed(() => this.#analysis.frames().find(({ root }) => root === this.object()) ?? null);

  plane({ by, middle, pairs }: Plane): string {
    const at = {
      pairs: `halfway between ${pairs} ${pairs === 1 ? 'pair' : 'pairs'}`,
      pivot: 'at its pivot',
      box: 'in the middle of its bounds',
      origin: "at the world's origin",
      beyond: 'outside of it',
    };
    const where = by === 'origin' ? '' : ` (${metres(middle)} from the world's origin)`;
    return `Left and right part ${at[by]}${where}.`;
  }
  tell(value: string): void {
    const object = this.open.scene.get(this.object());
    const from = object.attributes['facing'];
    const to = isFacing(value) ? value : undefined;
    if (from === to) return;
    const edit: Edit = {
      kind: 'attribute',
      object: object.id,
      key: 'facing',
      ...(from === undefined ? {} : { from }),
      ...(to === undefined ? {} : { to }),
    };
    this.open.apply(to ? `Let ${object.name} face ${to}` : `Let names say how ${object.name} faces`, [edit]);
  }
}
