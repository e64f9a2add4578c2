import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartConfiguration } from 'chart.js';
import { ChartLook } from '../ui/chart-look';
import { LineChart } from '../ui/line-chart';

/** What one check found, day by day, small: all of a page have the same days, each its own height. */
@Component({
  selector: 'rq-check-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineChart],
  template: `<rq-line-chart class="h-12" [data]="data()" [options]="options" [label]="label()" />`,
})
export class CheckChart {
  readonly #look = inject(ChartLook);
  readonly heading = input.required<string>();
  readonly found = input.required<readonly (number | null)[]>();
  readonly label = computed(() => `${this.heading()}: ${this.found().at(-1) ?? 'not known'} found today`);
  readonly data = computed<ChartConfiguration<'line'>['data']>(() => {
    const [line, fill] = this.#look.colours('--trend', '--sunk');
    return {
      labels: this.found().map((_, i) => i),
      datasets: [
        {
          data: [...this.found()],
          borderColor: line!,
          backgroundColor: fill!,
          fill: true,
          borderWidth: 1.5,
          pointRadius: 0,
        },
      ],
    };
  });
  readonly options: ChartConfiguration<'line'>['options'] = {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: { x: { display: false }, y: { display: false, min: 0 } },
  };
}
