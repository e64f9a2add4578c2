import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartConfiguration, Plugin } from 'chart.js';
import type { Trends } from '@renquil/api';
import { ChartLook } from '../ui/chart-look';
import { LineChart } from '../ui/line-chart';

const lines = [
  { key: 'blocker', label: 'blockers', colour: '--block', dash: [] },
  { key: 'warning', label: 'warnings', colour: '--warn', dash: [7, 3] },
  { key: 'note', label: 'notes', colour: '--note', dash: [2, 3] },
] as const;

/** Findings by severity, day by day, with a line down for every day with versions or hand-offs. */
@Component({
  selector: 'rq-severity-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineChart],
  template: `<rq-line-chart
    class="h-60"
    [data]="data()"
    [options]="options()"
    [label]="label()"
    [plugins]="[marks]"
  />`,
})
export class SeverityChart {
  readonly #look = inject(ChartLook);
  readonly trends = input.required<Trends>();
  readonly label = computed(() => {
    const now = this.trends().days.at(-1)?.found;
    return now
      ? `Findings by severity: ${now.blocker} blockers, ${now.warning} warnings, ${now.note} notes today. The table has every day.`
      : 'Findings by severity. The table has every day.';
  });
  /** What happened on which day, by its place. */
  readonly #marked = computed(() => {
    const at = new Map(this.trends().days.map(({ day }, i) => [day, i] as const));
    const marked = new Map<number, { versions: number; handoffs: number }>();
    for (const { day, what } of this.trends().marks) {
      const place = at.get(day);
      if (place === undefined) continue;
      const found = marked.get(place) ?? { versions: 0, handoffs: 0 };
      marked.set(place, found);
      if (what === 'version') found.versions++;
      else found.handoffs++;
    }
    return marked;
  });
  readonly data = computed<ChartConfiguration<'line'>['data']>(() => {
    const colours = this.#look.colours(...lines.map(({ colour }) => colour));
    const { days } = this.trends();
    return {
      labels: days.map(({ day }) => day.slice(5)),
      datasets: lines.map(({ key, label, dash }, i) => ({
        label,
        data: days.map(({ found }) => found?.[key] ?? null),
        borderColor: colours[i]!,
        borderDash: [...dash],
        borderWidth: 2,
        pointRadius: days.length === 1 ? 3 : 0,
        pointBackgroundColor: colours[i]!,
        stepped: false,
      })),
    };
  });
  readonly options = computed<ChartConfiguration<'line'>['options']>(() => {
    const [grid, ink] = this.#look.colours('--line', '--ink-2');
    const ticks = { color: ink!, font: this.#look.font(11) };
    return {
      animation: false,
      maintainAspectRatio: false,
      layout: { padding: { top: 18, right: 8 } },
      scales: {
        x: { grid: { display: false }, ticks: { ...ticks, maxTicksLimit: 8, maxRotation: 0 } },
        y: {
          min: 0,
          grid: { color: grid! },
          border: { display: false },
          ticks: { ...ticks, precision: 0, maxTicksLimit: 6 },
        },
      },
    };
  });
  readonly marks: Plugin<'line'> = {
    id: 'marks',
    beforeDatasetsDraw: ({ ctx, chartArea, scales }) => {
      const [faint, strong] = this.#look.colours('--line-strong', '--clear');
      const x = scales['x']!;
      ctx.save();
      for (const [at, { versions, handoffs }] of this.#marked()) {
        const left = Math.round(x.getPixelForValue(at)) + 0.5;
        ctx.strokeStyle = handoffs ? strong! : faint!;
        ctx.lineWidth = handoffs ? 1.5 : 1;
        ctx.setLineDash(handoffs ? [] : [3, 3]);
        ctx.beginPath();
        ctx.moveTo(left, chartArea.top - 6);
        ctx.lineTo(left, chartArea.bottom);
        ctx.stroke();
        ctx.fillStyle = handoffs ? strong! : faint!;
        ctx.beginPath();
        // A hand-off has a triangle on top, a version a dot.
        if (handoffs) {
          ctx.moveTo(left - 5, chartArea.top - 14);
          ctx.lineTo(left + 5, chartArea.top - 14);
          ctx.lineTo(left, chartArea.top - 5);
        } else if (versions) ctx.arc(left, chartArea.top - 9, 3, 0, 2 * Math.PI);
        ctx.fill();
      }
      ctx.restore();
    },
  };
}
