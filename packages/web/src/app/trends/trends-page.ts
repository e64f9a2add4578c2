import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { ProjectCrumb } from '../shell/project-crumb';
import { ProjectNav } from '../shell/project-nav';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { CountPipe } from '../ui/count';
import { lastOf } from '../ui/last-of';
import { LoadState } from '../ui/load-state';
import { TrendChart } from '../library/trend-chart';
import { CheckChart } from './check-chart';
import { SeverityChart } from './severity-chart';

/** Charts of checks that are shown before all are asked for. */
const few = 9;

/** What was found over time: by severity, by check, and how many names fit; the same as a table and as CSV. */
@Component({
  selector: 'rq-trends-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CheckChart, CountPipe, LoadState, ProjectCrumb, ProjectNav, SeverityChart, TopBar, TrendChart],
  templateUrl: './trends-page.html',
  host: { class: 'flex h-full flex-col' },
})
export class TrendsPage {
  readonly #api = inject(Api);
  readonly project = input.required<string>();
  readonly spans = [30, 90, 365] as const;
  readonly days = signal<(typeof this.spans)[number]>(90);
  readonly scene = signal<number | null>(null);
  readonly showsAll = signal(false);
  readonly asked = rxResource({
    params: () => ({ project: this.project(), days: this.days(), scene: this.scene() }),
    stream: ({ params: { project, days, scene } }) =>
      this.#api.trends(project, { days, ...(scene === null ? {} : { scene }) }),
  });
  readonly trends = lastOf(this.asked, () => this.project());
  readonly csv = computed(() => {
    const scene = this.scene();
    return `/api/projects/${this.project()}/trends.csv?days=${this.days()}${scene === null ? '' : `&scene=${scene}`}`;
  });
  readonly checks = computed(() => {
    const all = this.trends()?.checks ?? [];
    return this.showsAll() ? all : all.slice(0, few);
  });
  readonly more = computed(() => (this.trends()?.checks.length ?? 0) - few);
  /** Newest first; days on which nothing differs from the one before, and nothing happened, are left out. */
  readonly rows = computed(() => {
    const { days = [], marks = [] } = this.trends() ?? {};
    const happened = new Map<string, string[]>();
    for (const { day, what, scene, number } of marks) {
      const said =
        what === 'version' ? `${scene} v${String(number).padStart(3, '0')}` : `${scene} handed off`;
      happened.set(day, [...(happened.get(day) ?? []), said]);
    }
    return days
      .map(({ day, named, fitting, found }, i) => ({
        day,
        found,
        fit: named ? ((100 * fitting) / named).toFixed(1) : null,
        marks: happened.get(day) ?? [],
        isSame:
          i > 0 && JSON.stringify({ ...days[i - 1], day }) === JSON.stringify({ day, named, fitting, found }),
      }))
      .filter(({ isSame, marks: said }) => !isSame || said.length)
      .reverse();
  });
  setScene(value: string): void {
    this.scene.set(value === '' ? null : Number(value));
  }
}
