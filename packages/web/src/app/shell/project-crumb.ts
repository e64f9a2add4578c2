import { Dialog } from '@angular/cdk/dialog';
import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideChevronDown } from '@ng-icons/lucide';
import { Session } from '../state/session';
import type { ProjectPage } from './project-nav';
import { NewProject } from './new-project';
import { MenuItem } from '../ui/menu-item';
import { MenuPanel } from '../ui/menu-panel';

/** The project one is in, and the way to another: the same page of it. */
@Component({
  selector: 'rq-project-crumb',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, MenuItem, MenuPanel, NgIcon],
  viewProviders: [provideIcons({ lucideChevronDown })],
  template: `
    @if (others().length || mayMake()) {
      <button
        type="button"
        class="flex min-w-0 items-center gap-1 rounded px-1 font-semibold hover:bg-spruce-deep"
        data-testid="projects"
        [cdkMenuTriggerFor]="menu"
      >
        <span class="min-w-0 truncate">{{ here()?.name ?? 'No project' }}</span><ng-icon
          class="shrink-0"
          name="lucideChevronDown"
          size="14px"
        />
      </button>
    } @else {
      <span class="truncate font-semibold">{{ here()?.name }}</span>
    }
    @if (here()?.archived) {
      <span class="ml-2 rounded bg-white/12 px-1.5 py-px text-small" data-testid="archived">archived</span>
    }
    <ng-template #menu>
      <div class="max-h-[70vh] min-w-56 overflow-y-auto" rqMenu>
        @for (one of listed(); track one.slug) {
          <button
            class="justify-between gap-4"
            rqMenuItem
            data-testid="project"
            [attr.aria-current]="one.slug === project() ? 'true' : null"
            (chosen)="go(one.slug)"
          >
            <span class="min-w-0 truncate" [class.font-bold]="one.slug === project()"
              ><bdi>{{ one.name }}</bdi></span
            ><span class="font-normal text-ink-2">{{ one.archived ? 'archived' : one.role }}</span>
          </button>
        }
        @if (mayMake()) {
          <hr class="my-1 border-line" />
          <button rqMenuItem data-testid="new-project" (chosen)="make()">New project</button>
        }
      </div>
    </ng-template>
  `,
  host: { class: 'flex min-w-0 items-center' },
})
export class ProjectCrumb {
  readonly #session = inject(Session);
  readonly #router = inject(Router);
  readonly #dialog = inject(Dialog);
  readonly project = input.required<string>();
  readonly page = input.required<ProjectPage>();
  readonly #all = computed(() => this.#session.info()?.projects ?? []);
  readonly here = computed(() => this.#all().find(({ slug }) => slug === this.project()));
  readonly others = computed(() => this.#all().filter(({ slug }) => slug !== this.project()));
  /** Those at work first. */
  readonly listed = computed(() =>
    [...this.#all()].sort((a, b) => Number(a.archived ?? 0) - Number(b.archived ?? 0)),
  );
  readonly mayMake = computed(() => this.#session.info()?.account.makesProjects === true);

  constructor() {
    effect(() => this.#session.stay(this.project()));
  }
  go(slug: string): void {
    const page = this.page();
    void this.#router.navigate(['/projects', slug, ...(page === 'library' ? [] : [page])]);
  }
  make(): void {
    this.#dialog
      .open<string>(NewProject, { ariaLabel: 'New project', autoFocus: 'input' })
      .closed.subscribe((slug) => slug && void this.#router.navigate(['/projects', slug]));
  }
}
