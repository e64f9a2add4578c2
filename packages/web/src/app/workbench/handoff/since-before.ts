import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Api } from '../../state/api';
import { AgoPipe } from '../../ui/ago';
import { count } from '../../ui/count';
import { LoadState } from '../../ui/load-state';

/** What of a package is other than in the one before it, counted, and listed when it is asked. */
@Component({
  selector: 'rq-since-before',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, LoadState],
  template: `
    <rq-load-state [of]="read" />
    @if (read.hasValue() && read.value(); as now) {
      @if (now.before) {
        <p class="mt-2" data-testid="since-before">
          Since the one of {{ now.before.at | ago }}: {{ says() }}.
          @if (lines().length) {
            <button
              type="button"
              class="min-h-6 underline decoration-line-strong underline-offset-2"
              [attr.aria-expanded]="open()"
              (click)="open.set(!open())"
            >
              {{ open() ? 'fold' : 'list' }}
            </button>
          }
        </p>
        @if (open()) {
          <ul
            class="mt-1 max-h-48 overflow-y-auto text-small"
            tabindex="0"
            aria-label="What is other than before"
          >
            @for (line of lines(); track $index) {
              <li class="flex gap-2 border-b border-line py-0.5">
                <span class="w-14 shrink-0 text-ink-2">{{ line.what }}</span><bdi
                  class="min-w-0 break-all font-mono"
                  >{{ line.name }}</bdi
                >
              </li>
            }
          </ul>
        }
      }
    }
  `,
})
export class SinceBefore {
  readonly #api = inject(Api);
  readonly handoff = input.required<number>();
  readonly read = rxResource({
    params: () => this.handoff(),
    stream: ({ params }) => this.#api.handoffChanges(params),
  });
  readonly open = signal(false);
  readonly says = computed(() => {
    const { counts } = this.read.hasValue() ? this.read.value() : {};
    if (!counts) return '';
    const said = [
      counts.renamed ? count(counts.renamed, 'name') : '',
      counts.moved ? `${count(counts.moved)} moved` : '',
      counts.added ? `${count(counts.added, 'object')} more` : '',
      counts.gone ? `${count(counts.gone, 'object')} less` : '',
    ].filter(Boolean);
    return said.length ? said.join(', ') : 'the same names and objects';
  });
  readonly lines = computed(() => {
    const { first } = this.read.hasValue() ? this.read.value() : {};
    if (!first) return [];
    return [
      ...first.renamed.map(({ from, to }) => ({ what: 'renamed', name: `${from} → ${to}` })),
      ...first.moved.map(({ name }) => ({ what: 'moved', name })),
      ...first.added.map(({ name }) => ({ what: 'more', name })),
      ...first.gone.map(({ name }) => ({ what: 'less', name })),
    ];
  });
}
