import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartConfiguration } from 'chart.js';
import type { LibraryInfo } from '@renquil/api';
import { ChartLook } from '../ui/chart-look';
import { LineChart } from '../ui/line-chart';

/** Share of names that fit, day by day. */
@Component({
  selector: 'rq-trend-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineChart],
  template: `<rq-line-chart class="h-36" [data]="data()" [options]="options()" [label]="label()" />`,
})
export class TrendChart {
  readonly #look = inject(ChartLook);
  readonly trend = input.required<LibraryInfo['trend']>();
  readonly shares = computed(() =>
    this.trend().map(({ named, fitting }) => (named ? Math.round((1000 * fitting) / named) / 10 : 0)),
  );
  readonly label = computed(
    () => `Names that fit: ${this.shares()[0]} percent at first, ${this.shares().at(-1)} percent now`,
  );
  readonly data = computed<ChartConfiguration<'line'>['data']>(() => {
    const [ink, fill, mark] = this.#look.colours('--trend', '--sunk', '--jonquil');
    const last = this.shares().length - 1;
    return {
      labels: this.trend().map(({ day }) => day.slice(5)),
      datasets: [
        {
          data: this.shares(),
          borderColor: ink!,
          backgroundColor: fill!,
          fill: true,
          borderWidth: 2,
          pointRadius: this.shares().map((_, i) => (i === last ? 4 : 0)),
          pointBackgroundColor: mark!,
          pointBorderColor: ink!,
        },
      ],
    };
  });
  readonly options = computed<ChartConfiguration<'line'>['options']>(() => {
    const [grid, ink] = this.#look.colours('--line', '--ink-2');
    const ticks = { color: ink!, font: this.#look.font(11) };
    return {
      animation: false,
      maintainAspectRatio: false,
      layout: { padding: { right: 6 } },
      scales: {
        x: { grid: { display: false }, ticks: { ...ticks, maxTicksLimit: 5, maxRotation: 0 } },
        y: {
          min: 0,
          max: 100,
          grid: { color: grid! },
          border: { display: false },
          ticks: { ...ticks, stepSize: 50, callback: (value) => `${value} %` },
        },
      },
    };
  });
}
