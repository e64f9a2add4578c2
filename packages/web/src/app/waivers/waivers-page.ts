import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { WaiverInfo } from '@renquil/api';
import { ProjectNav } from '../shell/project-nav';
import { ProjectCrumb } from '../shell/project-crumb';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { CountPipe } from '../ui/count';
import { lastOf } from '../ui/last-of';
import { LoadState } from '../ui/load-state';
import { WaiverList } from './waiver-list';

interface OfScene {
  readonly id: number;
  readonly name: string;
  readonly waivers: readonly WaiverInfo[];
}

/** What is let pass over the whole project, and what leads are asked to let pass: that first, scene by scene. */
@Component({
  selector: 'rq-waivers-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, LoadState, ProjectCrumb, ProjectNav, RouterLink, TopBar, WaiverList],
  template: `
    <rq-top-bar>
      <rq-project-crumb crumbs [project]="project()" page="waivers" />
      <rq-project-nav crumbs [project]="project()" page="waivers" />
    </rq-top-bar>
    <main class="min-h-0 flex-1 overflow-y-auto p-6" data-home tabindex="0">
      <div class="max-w-4xl">
        @for (part of parts(); track part.state) {
          <section class="mb-8" [attr.data-testid]="'waivers-' + part.state">
            <h1 class="text-head font-bold">{{ part.title }}</h1>
            <p class="text-ink-2">{{ part.says }}</p>
            @for (scene of part.scenes; track scene.id) {
              <div class="card mt-3 px-3.5 pt-3">
                <h2 class="flex items-baseline gap-2">
                  <a
                    class="font-mono font-semibold underline decoration-line-strong underline-offset-2"
                    [routerLink]="['/scenes', scene.id, 'check']"
                    >{{ scene.name }}</a
                  >
                  <span class="text-small text-ink-2">{{ scene.waivers.length | count: 'waiver' }}</span>
                </h2>
                <rq-waiver-list [of]="scene.waivers" [isLead]="isLead()" (decided)="asked.reload()" />
              </div>
            } @empty {
              <p class="card mt-3 p-3.5 text-ink-2">None.</p>
            }
          </section>
        }
        <rq-load-state [of]="asked" waiting="Reading the waivers" />
      </div>
    </main>
  `,
  host: { class: 'flex h-full flex-col' },
})
export class WaiversPage {
  readonly #api = inject(Api);
  readonly #session = inject(Session);
  readonly project = input.required<string>();
  readonly isLead = computed(
    () => this.#session.info()?.projects.find(({ slug }) => slug === this.project())?.role === 'lead',
  );
  readonly asked = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.projectWaivers(params),
  });
  readonly #all = lastOf(this.asked, () => this.project());
  readonly parts = computed(() => {
    const all = this.#all();
    if (!all) return [];
    const of = (...states: string[]): OfScene[] => byScene(all.filter(({ state }) => states.includes(state)));
    return [
      {
        state: 'asked',
        title: 'Asked for',
        says: 'A lead waives or refuses. Until then it counts.',
        scenes: of('asked'),
      },
      { state: 'granted', title: 'Waived', says: 'It is found and counts no more.', scenes: of('granted') },
      { state: 'over', title: 'Refused or cleared', says: 'The last 200.', scenes: of('refused', 'cleared') },
    ];
  });
}

function byScene(waivers: readonly WaiverInfo[]): OfScene[] {
  const scenes = new Map<number, WaiverInfo[]>();
  for (const one of waivers) scenes.set(one.scene.id, [...(scenes.get(one.scene.id) ?? []), one]);
  return [...scenes].map(([id, list]) => ({ id, name: list[0]!.scene.name, waivers: list }));
}
