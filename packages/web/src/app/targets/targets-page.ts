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
import { rxResource, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { TargetInfo } from '@renquil/api';
import { facings } from '@renquil/core/frames';
import { kinds, type Kind } from '@renquil/core/scene';
import { asItIs, type Target } from '@renquil/core/targets';
import { ProjectCrumb } from '../shell/project-crumb';
import { ProjectNav } from '../shell/project-nav';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { lastOf } from '../ui/last-of';
import { LoadState } from '../ui/load-state';
import { saveJson } from '../ui/save-file';
import { SureButton } from '../ui/sure-button';
import { Tick } from '../ui/tick';
import { fieldsOfTarget, targetOfFields } from './target-fields';
import { TargetTrial } from './target-trial';

/** What receivers need: the targets of a project, each as fields, tried on its scenes before it is kept. */
@Component({
  selector: 'rq-targets-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AgoPipe,
    LoadState,
    ProjectCrumb,
    ProjectNav,
    ReactiveFormsModule,
    SureButton,
    TargetTrial,
    Tick,
    TopBar,
  ],
  templateUrl: './targets-page.html',
  host: { class: 'flex h-full flex-col' },
})
export class TargetsPage {
  readonly #api = inject(Api);
  readonly #session = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly project = input.required<string>();
  readonly isLead = computed(
    () => this.#session.info()?.projects.find(({ slug }) => slug === this.project())?.role === 'lead',
  );
  readonly listed = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.targets(params),
  });
  readonly recipes = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.recipes(params),
  });
  readonly kept = computed(() => (this.recipes.hasValue() ? this.recipes.value() : []));
  readonly targets = lastOf<readonly TargetInfo[]>(this.listed, () => this.project());
  readonly #chosen = signal<string | null>(null);
  /** Null: a new one. */
  readonly current = computed<TargetInfo | null>(() => {
    const wanted = this.#chosen();
    if (wanted === '') return null;
    const all = this.targets() ?? [];
    return all.find(({ key }) => key === wanted) ?? all[0] ?? null;
  });
  readonly isNew = computed(() => this.#chosen() === '');
  readonly #build = inject(NonNullableFormBuilder);
  readonly form = this.#build.group({
    ...fieldsOfTarget(asItIs),
    // A list would be read as a control and its validators.
    kinds: this.#build.control<Kind[]>([...kinds]),
  });
  /** What the fields say now. */
  readonly draft = signal<Target>(asItIs);
  readonly isChanged = computed(
    () => JSON.stringify(this.draft()) !== JSON.stringify(this.current()?.target ?? asItIs),
  );
  readonly kinds = kinds;
  readonly facings = facings;
  readonly note = signal('');
  readonly wrong = signal('');
  readonly saving = signal(false);

  constructor() {
    effect(() => {
      const target = this.current()?.target ?? { ...asItIs, title: '' };
      untracked(() => {
        this.form.setValue(fieldsOfTarget(target), { emitEvent: false });
        this.draft.set(target);
        this.wrong.set('');
      });
    });
    this.form.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.#typed());
  }
  #typed(): void {
    // What no field shows is as it stands in the draft: it may have come from a file.
    this.draft.set(targetOfFields(this.form.getRawValue(), this.draft()));
  }
  /** Names on the way out are made by the steps of a recipe that is kept for the project, as they are now; empty: by none. */
  takeSteps(at: string): void {
    const steps = this.kept()[Number(at)]?.recipe.steps;
    const { names = {}, ...rest } = this.draft();
    const { steps: _before, ...others } = names;
    const now = at === '' ? others : { ...others, ...(steps?.length ? { steps } : {}) };
    this.draft.set(Object.keys(now).length ? { ...rest, names: now } : rest);
  }
  readonly steps = computed(() => this.draft().names?.steps ?? []);
  choose(key: string): void {
    this.#chosen.set(key);
  }
  takes(kind: Kind): boolean {
    return this.form.controls.kinds.value.includes(kind);
  }
  toggle(kind: Kind, on: boolean): void {
    const now = new Set(this.form.controls.kinds.value);
    if (on) now.add(kind);
    else now.delete(kind);
    this.form.controls.kinds.setValue(kinds.filter((one) => now.has(one)));
  }
  save(): void {
    const target = this.draft();
    const known = this.targets()?.find((one) => one.target.title === target.title && one.id !== null);
    this.saving.set(true);
    this.#api
      .saveTarget(this.project(), { target, base: known?.revision ?? 0, note: this.note().trim() })
      .subscribe({
        next: ({ id, revision }) => {
          this.saving.set(false);
          this.note.set('');
          this.wrong.set('');
          this.#chosen.set(String(id));
          this.listed.reload();
          this.#toasts.say(`${target.title} is kept, revision ${revision}.`);
        },
        error: (error: Error) => {
          this.saving.set(false);
          this.wrong.set(error.message);
        },
      });
  }
  remove(): void {
    const { id } = this.current() ?? {};
    if (id === undefined || id === null) return;
    this.#api.deleteTarget(this.project(), id).subscribe({
      next: () => {
        this.#chosen.set(null);
        this.listed.reload();
      },
      error: (error: unknown) => this.#toasts.complain(error),
    });
  }
  download(): void {
    saveJson({ renquil: 'target/1', ...this.draft() }, this.draft().title || 'target', '.target.json');
  }
  /** A target from a file takes the place of what the fields say; it is judged when it is kept. */
  async take(files: FileList | null): Promise<void> {
    const file = files?.[0];
    if (!file) return;
    try {
      const { parseTarget } = await import('@renquil/formats/schemas');
      const { readJson } = await import('@renquil/core/own-json');
      const target = parseTarget(readJson(await file.text()));
      this.form.setValue(fieldsOfTarget(target), { emitEvent: false });
      this.draft.set(target);
      this.wrong.set('');
    } catch (error) {
      this.wrong.set((error as Error).message);
    }
  }
}
