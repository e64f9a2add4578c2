import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Gate } from '@renquil/core/workbench';
import type { Target } from '@renquil/core/targets';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { CountPipe } from '../ui/count';
import { lastOf } from '../ui/last-of';
import { SeverityMark } from '../ui/severity-mark';

/** What came of one scene. */
interface Tried {
  readonly gate?: Gate;
  readonly names?: readonly { readonly from: string; readonly to: string }[];
  readonly wrong?: string;
}
/** Scenes that are tried by themselves; more when somebody asks for them. */
const few = 12;
/** Milliseconds of quiet after typing before scenes are asked. */
const quiet = 500;

/** A target tried on every scene of the project, one after another: which are ready for it, and what holds the others. */
@Component({
  selector: 'rq-target-trial',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, RouterLink, SeverityMark],
  template: `
    <h2 class="text-lead font-bold">Ready for it</h2>
    <ul class="mt-2" aria-live="polite">
      @for (scene of scenes(); track scene.id) {
        @let tried = results().get(scene.id);
        <li class="border-b border-line py-2" data-testid="tried">
          <div class="flex items-baseline gap-2">
            <a
              class="min-w-0 flex-1 truncate font-mono font-semibold underline decoration-line-strong underline-offset-2"
              [routerLink]="['/scenes', scene.id, 'hand-off']"
              >{{ scene.name }}</a
            >
            @if (tried?.gate; as gate) {
              <span
                class="flex items-center gap-1 font-semibold"
                [class]="gate.passes ? 'text-clear' : 'text-block'"
              >
                <rq-severity [of]="gate.passes ? 'clear' : 'blocker'" />{{
                  gate.passes ? 'ready' : (gate.blockers | count: 'blocker')
                }}
              </span>
            } @else {
              <span class="text-ink-2">{{ tried?.wrong ?? 'trying…' }}</span>
            }
          </div>
          @if (tried?.gate; as gate) {
            <p class="text-small text-ink-2">
              {{ gate.goes.objects | count: 'object' }} go, {{ gate.stays.objects | count }} stay{{
                tried?.names?.length
                  ? ', ' + (tried!.names!.length | count: 'name') + ' others on the way'
                  : ''
              }}
            </p>
            @for (line of ofTarget(gate); track line.check) {
              <p class="truncate text-small text-block">{{ line.title }}: {{ line.because }}</p>
            }
            @if (tried?.names?.[0]; as name) {
              <p class="truncate font-mono text-small text-ink-2">
                <bdi>{{ name.from }}</bdi> → <bdi>{{ name.to }}</bdi>
              </p>
            }
          }
        </li>
      } @empty {
        <li class="text-ink-2">The project has no scenes to try it on.</li>
      }
    </ul>
    @if (more() > 0) {
      <button type="button" class="btn mt-2" (click)="triesAll.set(true)">
        Try {{ more() | count }} more
      </button>
    }
  `,
  host: { class: 'block' },
})
export class TargetTrial {
  readonly #api = inject(Api);
  readonly project = input.required<string>();
  readonly target = input.required<Target>();
  readonly library = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.library(params),
  });
  readonly #info = lastOf(this.library, () => this.project());
  readonly triesAll = signal(false);
  /** Those that are worked on come first: the few that are tried at once are of them. */
  readonly #all = computed(() =>
    [...(this.#info()?.scenes ?? [])].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt)),
  );
  readonly scenes = computed(() => (this.triesAll() ? this.#all() : this.#all().slice(0, few)));
  readonly more = computed(() => this.#all().length - this.scenes().length);
  readonly results = signal<ReadonlyMap<number, Tried>>(new Map());
  #round = 0;

  constructor() {
    effect((onCleanup) => {
      const [target, project] = [this.target(), this.project()];
      const scenes = this.scenes();
      untracked(() => {
        const round = ++this.#round;
        const timer = setTimeout(() => void this.#try(round, project, target, scenes), quiet);
        onCleanup(() => clearTimeout(timer));
      });
    });
  }
  ofTarget(gate: Gate): Gate['lines'] {
    return gate.lines.filter(({ check, wrong }) => check.startsWith('target-') && wrong > 0);
  }
  async #try(
    round: number,
    project: string,
    target: Target,
    scenes: readonly { readonly id: number }[],
  ): Promise<void> {
    if (!target.title) return;
    this.results.set(new Map());
    for (const { id } of scenes) {
      const tried = await firstValueFrom(this.#api.tryTarget(project, { target, scene: id })).catch(
        (error: unknown): Tried => ({ wrong: (error as Error).message }),
      );
      if (round !== this.#round) return;
      this.results.update((now) => new Map(now).set(id, tried));
    }
  }
}
