import { readJson } from '@renquil/core/own-json';
import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import type { Json, ObjectId, Scene } from '@renquil/core/scene';
import { attributeSpread } from '@renquil/core/workbench';
import { BarController, BarElement, CategoryScale, LinearScale, type ChartConfiguration } from 'chart.js';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { BaseChartDirective, provideCharts } from 'ng2-charts';
import { count, CountPipe } from '../../ui/count';
import { Sheet, SheetFoot } from '../../ui/sheet';

/** What the sheet is opened with. */
export interface AttributeSheetData {
  readonly scene: Scene;
  readonly key: string;
  readonly picked: readonly ObjectId[];
  readonly mayEdit: boolean;
}
/** What somebody wants of it. */
export type AttributeWish =
  { readonly pick: readonly ObjectId[] } | { readonly edits: readonly Edit[]; readonly label: string };

/** One attribute: how many hold it, how its values are spread, and one value for all that is picked. */
@Component({
  selector: 'rq-attribute-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BaseChartDirective, CountPipe, ReactiveFormsModule, Sheet, SheetFoot],
  providers: [provideCharts({ registerables: [BarController, BarElement, CategoryScale, LinearScale] })],
  template: `
    <rq-sheet [heading]="data.key" [says]="says()" [failure]="problem()">
      <div class="h-52 px-4 py-3">
        <canvas
          baseChart
          type="bar"
          [data]="chart()"
          [options]="options"
          role="img"
          [attr.aria-label]="label()"
        ></canvas>
      </div>
      @if (data.mayEdit) {
        <form
          class="flex items-center gap-2 px-4 pb-3"
          [formGroup]="form"
          (ngSubmit)="set(form.getRawValue().value)"
        >
          <label class="flex min-w-0 flex-1 items-center gap-2"
            ><span class="whitespace-nowrap">Set for {{ data.picked.length | count }} picked</span>
            <input
              class="field field-mono min-w-0 flex-1"
              formControlName="value"
              placeholder="12.5, true or some text"
              data-testid="attribute-value"
            />
          </label>
          <button type="submit" class="btn" [disabled]="!data.picked.length">Set</button>
          <button type="button" class="btn" [disabled]="!data.picked.length" (click)="takeOff()">
            Take off
          </button>
        </form>
      }
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="attribute-pick"
          (click)="ref.close({ pick: spread().objects })"
        >
          Pick all that have it
        </button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class AttributeSheet {
  readonly ref = inject<DialogRef<AttributeWish>>(DialogRef);
  readonly data = inject<AttributeSheetData>(DIALOG_DATA);
  readonly problem = signal('');
  readonly spread = computed(() => attributeSpread(this.data.scene, this.data.key));
  readonly kinds = computed(() =>
    [...this.spread().byKind]
      .map(([kind, n]) => count(n, kind, kind === 'mesh' ? 'meshes' : `${kind}s`))
      .join(', '),
  );
  readonly range = computed(() => {
    const { numbers } = this.spread();
    return numbers ? `, from ${numbers.min} to ${numbers.max}, middle ${numbers.median}` : '';
  });
  readonly form = inject(NonNullableFormBuilder).group({ value: '' });
  readonly says = computed(() => {
    const { objects, values } = this.spread();
    return `${count(objects.length, 'object')} hold it, ${this.kinds()}; ${count(values, 'value')}${this.range()}`;
  });
  readonly label = computed(() =>
    this.spread()
      .bars.map(({ says, count }) => `${says}: ${count}`)
      .join(', '),
  );
  readonly options: ChartConfiguration<'bar'>['options'] = {
    indexAxis: 'y',
    maintainAspectRatio: false,
    animation: false,
    scales: { x: { ticks: { precision: 0 } }, y: { ticks: { autoSkip: false } } },
  };
  readonly chart = computed((): ChartConfiguration<'bar'>['data'] => {
    const { bars } = this.spread();
    const colour = getComputedStyle(document.documentElement).getPropertyValue('--number').trim();
    return {
      labels: bars.map(({ says }) => (says.length > 28 ? `${says.slice(0, 27)}…` : says)),
      datasets: [{ data: bars.map(({ count }) => count), backgroundColor: colour, maxBarThickness: 16 }],
    };
  });

  /** What reads as JSON is that value; anything else is text. */
  set(typed: string): void {
    const text = typed.trim();
    if (!text) {
      this.problem.set('Type a value; to be rid of the attribute, take it off.');
      return;
    }
    let value: Json = text;
    try {
      value = readJson(text);
    } catch {
      // Text it is.
    }
    this.#close(`Set ${this.data.key} for`, () => value);
  }
  takeOff(): void {
    this.#close(`Take ${this.data.key} off`, () => undefined);
  }
  #close(label: string, to: () => Json | undefined): void {
    const { scene, key, picked } = this.data;
    const edits = picked.flatMap((object): Edit[] => {
      const held = scene.get(object).attributes;
      const from = Object.hasOwn(held, key) ? held[key] : undefined;
      const next = to();
      if (JSON.stringify(from) === JSON.stringify(next)) return [];
      return [
        {
          kind: 'attribute',
          object,
          key,
          ...(from === undefined ? {} : { from }),
          ...(next === undefined ? {} : { to: next }),
        },
      ];
    });
    this.ref.close({ edits, label: `${label} ${picked.length} picked` });
  }
}
