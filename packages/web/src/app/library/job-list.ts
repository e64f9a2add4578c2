import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Api } from '../state/api';
import type { JobInfo, Role, SceneSummary } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { lastOf } from '../ui/last-of';
import { SeverityMark } from '../ui/severity-mark';
import { jobWords } from './job-words';

/** Work that is under way, and what did not end well: with a way to stop it, or to ask for it again. */
@Component({
  selector: 'rq-job-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, SeverityMark],
  template: `
    @if (shown().length) {
      <section class="mt-5" aria-label="Work of the server" data-testid="jobs">
        <h2 class="text-lead font-bold">
          {{ busy() ? 'Under way' : 'What did not end well' }}
          @if (busy() && shown().length > busy()) {
            <span class="font-normal text-ink-2">and what did not end well</span>
          }
        </h2>
        <ul class="mt-1">
          @for (job of shown(); track job.id) {
            <li class="flex min-h-11 items-center gap-3 border-b border-line py-1.5" data-testid="job">
              @if (job.state === 'failed') {
                <rq-severity of="blocker" />
              } @else {
                <span
                  class="size-2 rounded-full"
                  [class]="isBusy(job) ? 'bg-jonquil' : 'bg-line-strong'"
                ></span>
              }
              <span class="min-w-0 flex-1">
                <bdi class="font-semibold">{{ title(job) }}</bdi>
                <span class="text-ink-2">
                  {{ role() === 'lead' ? job.author + ', ' : '' }}{{ job.at | ago }}</span
                >
                <span class="block text-small" [class]="job.state === 'failed' ? 'text-block' : 'text-ink-2'"
                  ><bdi>{{ words(job) }}</bdi
                  >{{ job.total ? ', ' + (job.done | count) + ' of ' + (job.total | count) : '' }}</span
                >
              </span>
              @if (isBusy(job)) {
                <button type="button" class="btn" (click)="cancel(job)">Cancel</button>
              } @else if (job.again) {
                <button type="button" class="btn" data-testid="ask-again" (click)="again(job)">
                  Try again
                </button>
              }
              @if (!isBusy(job)) {
                <button type="button" class="btn btn-bare" (click)="put(job)">Put away</button>
              }
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class JobList {
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly role = input.required<Role>();
  readonly scenes = input.required<readonly SceneSummary[]>();
  /** One that is shown elsewhere on the page. */
  readonly besides = input(0);
  /** A job ended: the library may have changed. */
  readonly changed = output();
  readonly asked = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.jobs(params),
  });
  // The library says when the server does not answer; what was there stays.
  readonly jobs = lastOf<readonly JobInfo[]>(this.asked, this.project);
  readonly #away = signal<ReadonlySet<number>>(new Set());
  readonly shown = computed(() =>
    (this.jobs() ?? []).filter(
      (job) => job.state !== 'done' && job.id !== this.besides() && !this.#away().has(job.id),
    ),
  );
  readonly busy = computed(() => this.shown().filter((job) => this.isBusy(job)).length);
  readonly words = jobWords;

  constructor() {
    let before = 0;
    effect(() => {
      // Of all: what is put away or shown elsewhere did not end by that.
      const busy = (this.jobs() ?? []).filter((job) => this.isBusy(job)).length;
      const ended = busy < before && this.asked.status() === 'resolved';
      before = busy;
      if (ended) this.changed.emit();
    });
    let looks = 0;
    // Often while something is under way, else now and then: somebody else may have begun something.
    const timer = setInterval(() => {
      if (this.busy() || ++looks % 10 === 0) this.asked.reload();
    }, 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
  isBusy(job: JobInfo): boolean {
    return job.state === 'waiting' || job.state === 'running';
  }
  title(job: JobInfo): string {
    if (job.kind === 'import') return job.about ?? 'A scene';
    const what = job.kind === 'send' ? 'Sending' : 'Hand-off';
    return `${what} of ${this.scenes().find(({ id }) => id === job.scene)?.name ?? 'a scene'}`;
  }
  cancel(job: JobInfo): void {
    this.#then(this.#api.cancelJob(job.id));
  }
  again(job: JobInfo): void {
    this.#then(this.#api.askAgain(job.id));
  }
  put(job: JobInfo): void {
    this.#away.update((away) => new Set(away).add(job.id));
  }
  #then(asked: ReturnType<Api['cancelJob']>): void {
    asked.subscribe({
      next: () => void this.asked.reload(),
      error: (error: unknown) => this.#toasts.complain(error),
    });
  }
}
