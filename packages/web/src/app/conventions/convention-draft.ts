import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import {
  CompiledConvention,
  conventionDifferences,
  shippedConventions,
  type Convention,
} from '@renquil/core/names';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { ConventionInfo } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { ConventionTrial } from './convention-trial';
import { ProjectConventions } from './project-conventions';

/** The convention that is open on the page: what is published, and the draft that grows from it with every edit. */
@Injectable()
export class ConventionDraft implements OnDestroy {
  readonly #api = inject(Api);
  readonly #conventions = inject(ProjectConventions);
  readonly #toasts = inject(ToastList);
  #saveTimer: ReturnType<typeof setTimeout> | undefined;
  #openSeq = 0;

  readonly project = this.#conventions.project;
  /** Why the one that was asked for is not here, while nothing else is shown. */
  readonly failure = signal('');
  readonly info = signal<ConventionInfo | null>(null);
  /** One that comes with Renquil, open to be read. */
  readonly shipped = signal<string | null>(null);
  readonly draft = signal<Convention | null>(null);
  readonly saving = signal<'saved' | 'saving' | 'refused'>('saved');
  /** Why the draft as it stands cannot be kept; it is kept here until it can. */
  readonly problem = signal('');
  /** What it would do to the scenes of the project. */
  readonly trial = new ConventionTrial(
    (shown) => this.#api.tryConvention(this.project(), shown),
    () => this.shown(),
  );

  /** What the draft grows from. */
  readonly base = computed<Convention | null>(() => {
    const shipped = this.shipped();
    return shipped !== null ? (shippedConventions[shipped] ?? null) : (this.info()?.body ?? null);
  });
  readonly shown = computed(() => this.draft() ?? this.base());
  readonly slots = computed(() => Object.keys(this.shown()?.slots ?? {}));
  readonly compiled = computed(() => {
    const shown = this.shown();
    try {
      return shown && new CompiledConvention(shown);
    } catch {
      return null;
    }
  });
  readonly mayEdit = computed(
    () =>
      this.#conventions.isLead() &&
      !this.#conventions.list()?.project.archived &&
      this.shipped() === null &&
      this.info() !== null,
  );
  readonly differences = computed(() => {
    const [base, draft] = [this.base(), this.draft()];
    return base && draft ? conventionDifferences(base, draft) : [];
  });
  readonly nextRevision = computed(() => (this.info()?.revision ?? 0) + 1);

  /** Whether what is open is what scenes that are brought in are held to. */
  readonly isStandard = computed(() => {
    const standard = this.#conventions.list()?.standard;
    const shipped = this.shipped();
    if (!standard) return false;
    return shipped !== null ? standard.shipped === shipped : standard.id === this.info()?.id;
  });
  readonly mayBeStandard = computed(
    () => this.#conventions.isLead() && (this.shipped() !== null || (this.info()?.revision ?? 0) > 0),
  );
  async open(id: number): Promise<void> {
    await this.settle();
    const seq = ++this.#openSeq;
    this.failure.set('');
    try {
      const info = await firstValueFrom(this.#api.convention(this.project(), id));
      // Another was asked for meanwhile.
      if (seq !== this.#openSeq) return;
      this.shipped.set(null);
      this.info.set(info);
      this.draft.set(info.draft);
      this.#fresh();
    } catch (error) {
      if (seq !== this.#openSeq) return;
      if (this.shown()) this.#toasts.complain(error);
      else this.failure.set((error as Error).message);
    }
  }
  async openShipped(id: string): Promise<void> {
    await this.settle();
    this.#openSeq++;
    this.failure.set('');
    this.info.set(null);
    this.draft.set(null);
    this.shipped.set(id);
    this.#fresh();
  }
  /** Every edit goes into the draft; it is kept on the server a moment later. */
  edit(change: (now: Convention) => Convention): void {
    const now = this.shown();
    if (!now || !this.mayEdit()) return;
    const next = change(now);
    if (next === now) return;
    this.draft.set(next);
    this.saving.set('saving');
    clearTimeout(this.#saveTimer);
    this.#saveTimer = setTimeout(() => void this.#save(), 300);
    this.trial.soon();
  }
  /** Waits until the draft is kept. */
  async settle(): Promise<void> {
    if (this.saving() !== 'saving') return;
    clearTimeout(this.#saveTimer);
    await this.#save();
  }
  async drop(): Promise<void> {
    const info = this.info();
    if (!info) return;
    clearTimeout(this.#saveTimer);
    const { gone } = await firstValueFrom(this.#api.dropDraft(this.project(), info.id));
    this.#conventions.asked.reload();
    if (gone) await this.openShipped('parts');
    else await this.open(info.id);
  }
  async publish(note: string, scenes: 'all' | 'none'): Promise<boolean> {
    const info = this.info();
    await this.settle();
    if (!info || this.problem()) return false;
    try {
      const made = await firstValueFrom(this.#api.publish(this.project(), info.id, note, scenes));
      this.#toasts.say(
        `Revision ${made.revision} is published${made.scenes.length ? ` and holds for ${made.scenes.length} ${made.scenes.length === 1 ? 'scene' : 'scenes'}` : ''}.`,
      );
      this.#conventions.asked.reload();
      await this.open(info.id);
      return true;
    } catch (error) {
      this.#toasts.complain(error);
      return false;
    }
  }
  /** A new convention as a draft; opened at once. */
  async begin(begin: { name: string; from?: string; body?: Convention }): Promise<boolean> {
    try {
      const { id } = await firstValueFrom(this.#api.beginConvention(this.project(), begin));
      this.#conventions.asked.reload();
      await this.open(id);
      return true;
    } catch (error) {
      this.#toasts.complain(error);
      return false;
    }
  }
  constructor() {
    addEventListener('pagehide', this.#leave);
  }
  /** The page goes before the draft was kept: sent along as it goes. */
  readonly #leave = (): void => {
    const [info, draft] = [this.info(), this.draft()];
    if (this.saving() !== 'saving' || !info || !draft) return;
    void fetch(`/api/projects/${this.project()}/conventions/${info.id}/draft`, {
      method: 'PUT',
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ body: draft }),
    });
  };
  ngOnDestroy(): void {
    removeEventListener('pagehide', this.#leave);
    this.trial.stop();
    if (this.saving() === 'saving') void this.settle();
  }
  #fresh(): void {
    this.saving.set('saved');
    this.problem.set('');
    this.trial.anew();
  }
  async #save(): Promise<void> {
    const [info, draft] = [this.info(), this.draft()];
    if (!info || !draft) return;
    try {
      await firstValueFrom(this.#api.saveDraft(this.project(), info.id, draft));
      this.problem.set('');
      if (this.draft() === draft) this.saving.set('saved');
    } catch (error) {
      this.problem.set((error as Error).message);
      this.saving.set('refused');
    }
  }
}
