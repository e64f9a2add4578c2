import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import type { AuditLine } from '@renquil/api';

/** What was done in a project and who tried to get in, newest first; the whole of it as CSV. */
@Component({
  selector: 'rq-audit-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe],
  template: `
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <label class="flex items-center gap-2"
        >Show
        <select #pick class="field" data-testid="audit-kind" (change)="kind.set($any(pick.value))">
          <option value="">everything</option>
          <option value="people">people and sign-ins</option>
          <option value="work">work</option>
        </select>
      </label>
      <span class="flex-1"></span>
      <a class="btn" [href]="csv()" download data-testid="audit-csv">All of it as CSV</a>
    </div>
    @if (error()) {
      <p class="mt-3 text-block" role="alert">{{ error() }}</p>
    }
    <table class="mt-3 w-full">
      <thead>
        <tr class="border-b border-line-strong">
          <th class="th w-40 py-1.5">When</th>
          <th class="th w-44">Who</th>
          <th class="th">What</th>
          <th class="th">Scene</th>
        </tr>
      </thead>
      @for (line of lines(); track line.id) {
        <tr class="border-b border-line align-top [&>td]:py-1" data-testid="audit-line">
          <td class="text-ink-2 tabular-nums">{{ line.at | date: 'd MMM y, HH:mm' }}</td>
          <td>
            <bdi>{{ line.who }}</bdi>
          </td>
          <td class="break-words">
            <bdi>{{ line.what }}</bdi>
          </td>
          <td class="font-mono">
            <bdi>{{ line.scene }}</bdi>
          </td>
        </tr>
      } @empty {
        @if (!busy() && !error()) {
          <tr>
            <td class="py-3 text-ink-2" colspan="4">Nothing has been recorded yet.</td>
          </tr>
        }
      }
    </table>
    @if (busy()) {
      <p class="py-3 text-ink-2" role="status">Reading</p>
    } @else if (more()) {
      <button type="button" class="btn mt-3" (click)="go()">Further back</button>
    }
  `,
})
export class AuditList {
  readonly #api = inject(PeopleApi);
  readonly project = input.required<string>();
  readonly kind = signal<'' | AuditLine['kind']>('');
  readonly lines = signal<readonly AuditLine[]>([]);
  readonly more = signal(false);
  readonly busy = signal(false);
  readonly error = signal('');

  constructor() {
    effect(() => void this.#load(this.project(), this.kind(), []));
  }
  csv(): string {
    return `/api/projects/${this.project()}/audit.csv${this.kind() ? `?kind=${this.kind()}` : ''}`;
  }
  go(): void {
    void this.#load(this.project(), this.kind(), this.lines());
  }
  async #load(project: string, kind: '' | AuditLine['kind'], before: readonly AuditLine[]): Promise<void> {
    this.busy.set(true);
    try {
      const { lines, more } = await firstValueFrom(this.#api.audit(project, kind, before.at(-1)?.id));
      // What was asked for meanwhile counts.
      if (project !== this.project() || kind !== this.kind()) return;
      this.lines.set([...before, ...lines]);
      this.more.set(more);
      this.error.set('');
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
