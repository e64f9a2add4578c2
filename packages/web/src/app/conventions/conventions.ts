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
import { Router, RouterLink } from '@angular/router';
import { ProjectCrumb } from '../shell/project-crumb';
import { TopBar } from '../shell/top-bar';
import { ToastList } from '../state/toast-list';
import { CountPipe } from '../ui/count';
import { LoadState } from '../ui/load-state';
import { CheckSettings } from './check-settings';
import { ConventionDraft } from './convention-draft';
import { ConventionList } from './convention-list';
import { ConventionUses } from './convention-uses';
import { DraftEffect } from './draft-effect';
import { RuleSection } from './rule-section';
import { PatternSection } from './pattern-section';
import { SlotSection } from './slot-section';
import { WholeRules } from './whole-rules';
import { ProjectConventions } from './project-conventions';
import { TryName } from './try-name';

const sections = [
  ['slots', 'Slots and words'],
  ['patterns', 'Patterns by kind'],
  ['sides', 'Sides and facing'],
  ['helpers', 'Helpers'],
  ['rules', 'Rules of the house'],
  ['checks', 'Checks'],
  ['used', 'Used by'],
  ['revisions', 'Revisions'],
] as const;

/** The project's conventions: what a name is made of, tried on as it is changed. */
@Component({
  selector: 'rq-conventions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CheckSettings,
    ConventionList,
    ConventionUses,
    CountPipe,
    DraftEffect,
    LoadState,
    PatternSection,
    RuleSection,
    ProjectCrumb,
    RouterLink,
    SlotSection,
    TopBar,
    TryName,
    WholeRules,
  ],
  providers: [ProjectConventions, ConventionDraft],
  templateUrl: './conventions.html',
  host: { class: 'flex h-full flex-col' },
})
export class Conventions {
  readonly conventions = inject(ProjectConventions);
  readonly draft = inject(ConventionDraft);
  readonly #router = inject(Router);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  /** Which one is open: an id of the project's, or one that comes with Renquil. */
  readonly open = input<string>();
  readonly shipped = input<string>();
  readonly section = signal<string>('slots');
  readonly sections = sections;
  readonly checksOff = computed(() => {
    const checks = this.draft.shown()?.checks ?? {};
    return Object.values(checks).filter((one) => one.severity === 'off').length;
  });

  readonly #isListed = computed(() => this.conventions.list()?.project.slug === this.project());

  constructor() {
    effect(() => this.conventions.project.set(this.project()));
    effect(() => {
      this.open();
      this.shipped();
      if (this.#isListed()) untracked(() => void this.#openFirst());
    });
  }
  async #openFirst(): Promise<void> {
    const [id, shipped] = [Number(this.open()), this.shipped()];
    const isKnown = this.conventions.list()?.shipped.some((one) => one.id === shipped);
    if (shipped && isKnown) return this.draft.openShipped(shipped);
    if (shipped) this.#toasts.complain(`No convention that comes with Renquil is called "${shipped}".`);
    const first = id || this.conventions.list()?.conventions[0]?.id;
    if (first === this.draft.info()?.id && first) return;
    return first ? this.draft.open(first) : this.draft.openShipped('parts');
  }
  again(): void {
    void this.#openFirst();
  }
  go(query: { open?: number; shipped?: string }): void {
    void this.#router.navigate(['/projects', this.project(), 'conventions'], { queryParams: query });
  }
  toSection(id: string): void {
    this.section.set(id);
    document.getElementById(`section-${id}`)?.scrollIntoView({ block: 'start' });
  }
}
