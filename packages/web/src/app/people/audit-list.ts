import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import { PeopleApi } from '../state/people-api';
import type { AuditLine } from '@renquil/api';
import { LoadState } from '../ui/load-state';

/** What was done in a project and who tried to get in, newest first; the whole of it as CSV. */
@Component({
  selector: 'rq-audit-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, LoadState],
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
      }
    </table>
    <rq-load-state [of]="page" waiting="Reading" />
    @if (page.status() === 'resolved' && !lines().length) {
      <p class="py-3 text-ink-2">Nothing has been recorded yet.</p>
    }
    @if (more()) {
      <button type="button" class="btn mt-3" (click)="go()">Further back</button>
    }
  `,
})
export class AuditList {
  readonly #api = inject(PeopleApi);
  readonly project = input.required<string>();
  readonly kind = signal<'' | AuditLine['kind']>('');
  /** What is listed goes on from here; it begins anew with another kind. */
  readonly #after = linkedSignal<unknown, readonly AuditLine[]>({
    source: () => [this.project(), this.kind()],
    computation: () => [],
  });
  readonly page = rxResource({
    params: () => ({ project: this.project(), kind: this.kind(), after: this.#after() }),
    stream: ({ params: { project, kind, after } }) =>
      this.#api
        .audit(project, kind, after.at(-1)?.id)
        .pipe(map(({ lines, more }) => ({ lines: [...after, ...lines], more }))),
  });
  readonly lines = computed(() => (this.page.hasValue() ? this.page.value().lines : this.#after()));
  readonly more = computed(() => this.page.hasValue() && this.page.value().more);

  csv(): string {
    return `/api/projects/${this.project()}/audit.csv${this.kind() ? `?kind=${this.kind()}` : ''}`;
  }
  go(): void {
    this.#after.set(this.lines());
  }
}
