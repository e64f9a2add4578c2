import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import {
  CategoryScale,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  type ChartConfiguration,
  type Plugin,
} from 'chart.js';
import { BaseChartDirective, provideCharts } from 'ng2-charts';

/** Lines over days, as high as the element itself; what it shows is said in words for who does not see it. */
@Component({
  selector: 'rq-line-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BaseChartDirective],
  providers: [
    provideCharts({
      registerables: [CategoryScale, Filler, LinearScale, LineController, LineElement, PointElement],
    }),
  ],
  template: `<canvas
    baseChart
    type="line"
    [data]="data()"
    [options]="options()"
    [plugins]="plugins()"
    role="img"
    [attr.aria-label]="label()"
  ></canvas>`,
  host: { class: 'relative block' },
})
export class LineChart {
  readonly data = input.required<ChartConfiguration<'line'>['data']>();
  readonly options = input.required<ChartConfiguration<'line'>['options']>();
  readonly label = input.required<string>();
  readonly plugins = input<Plugin<'line'>[]>([]);
}
