import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { ClashPolicy, Recipe, RecipeStep, StepId } from '@renquil/core/names/recipe';
import { planRename } from '@renquil/core/plans';
import type { ObjectId } from '@renquil/core/scene';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Analysis } from '../../state/analysis';
import type { PreviewResult } from '../../state/analysis-messages';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';
import { stepKinds } from './step-kinds';

/** The steps on the bench and what they would do to the objects they are for, computed in the worker while one types. */
@Injectable()
export class BenchState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #ledger = inject(LedgerState);
  #seq = 0;

  readonly shown = signal(true);
  readonly steps = signal<readonly RecipeStep[]>([]);
  readonly selected = signal(0);
  /** Of the recipe it came from. */
  readonly name = signal('');
  readonly policy = signal<ClashPolicy>('number-on');
  readonly result = signal<PreviewResult | null>(null);
  readonly error = signal('');
  /** What the steps work on: what is picked when anything is, else all that is shown. */
  readonly objects = computed<readonly ObjectId[]>(() => {
    const { picked } = this.#ledger.picking();
    const rows = this.#ledger.rows();
    if (picked.size) return this.#inTreeOrder(picked);
    const matches = this.#ledger.matches();
    return matches
      ? this.#inTreeOrder(matches)
      : rows.length === this.#open.sceneNow.size
        ? Array.from(rows.ids)
        : this.#inTreeOrder(null);
  });
  /** How many they are, without listing them. */
  readonly count = computed(
    () => this.#ledger.picking().picked.size || (this.#ledger.matches()?.size ?? this.#open.scene.size),
  );
  readonly target = computed(() =>
    this.#ledger.picking().picked.size ? 'picked' : this.#ledger.matches() ? 'shown' : 'all',
  );
  readonly unresolved = computed(() => (this.policy() === 'stop' ? (this.result()?.clashes.length ?? 0) : 0));

  constructor() {
    effect(() => {
      // What comes out of the steps depends on all of the scene.
      void this.#open.scene;
      const [steps, policy, shown] = [this.steps(), this.policy(), this.shown()];
      const objects = steps.length && shown ? this.objects() : [];
      const mine = this.#ledger.previewBy() === 'bench';
      untracked(() => {
        if (!mine) return;
        if (!steps.length || !shown || this.#open.state() !== 'open') return this.#clear();
        this.#analysis.preview({ seq: ++this.#seq, objects, steps, policy });
      });
    });
    this.#analysis.previews.pipe(takeUntilDestroyed()).subscribe((result) => {
      if (result.seq !== this.#seq) return;
      if ('text' in result) {
        this.error.set(result.text);
        this.result.set(null);
        return this.#ledger.preview.set(null);
      }
      this.error.set('');
      this.result.set(result);
      this.#ledger.preview.set({
        names: result.names,
        clashes: new Map(result.clashes.map((clash) => [clash.object, clash])),
      });
    });
  }
  /** The step that was just put in: its first field takes the keys. */
  readonly fresh = signal(-1);
  add(kind: StepId): void {
    this.steps.update((steps) => [...steps, stepKinds[kind].make()]);
    this.selected.set(this.steps().length - 1);
    this.fresh.set(this.selected());
  }
  change(at: number, fields: Partial<RecipeStep>): void {
    this.steps.update((steps) =>
      steps.map((step, i) => (i === at ? ({ ...step, ...fields } as RecipeStep) : step)),
    );
  }
  move(at: number, by: number): void {
    const steps = [...this.steps()];
    const to = at + by;
    if (to < 0 || to >= steps.length || !by) return;
    steps.splice(to, 0, ...steps.splice(at, 1));
    this.steps.set(steps);
    this.selected.set(to);
  }
  /** A kept recipe in place of what is on the bench. */
  load(recipe: Recipe): void {
    this.steps.set(recipe.steps);
    this.name.set(recipe.name);
    if (recipe.clashes) this.policy.set(recipe.clashes);
    this.selected.set(-1);
  }
  recipe(name: string): Recipe {
    return { renquil: 'recipe/1', name, steps: this.steps(), clashes: this.policy() };
  }
  remove(at: number): void {
    this.steps.update((steps) => steps.filter((_, i) => i !== at));
    this.selected.update((now) => Math.max(0, Math.min(now, this.steps().length - 1)));
  }
  discard(): void {
    this.name.set('');
    this.steps.set([]);
    this.selected.set(0);
  }
  /** All the renames as one edit; the bench is empty afterwards. */
  apply(): boolean {
    const result = this.result();
    // A filter that is not through yet would name what it is going to hide.
    if (!result?.names.size || this.unresolved() || this.#ledger.looking()) return false;
    const edits = planRename(this.#open.scene, result.names);
    const done = this.#open.apply(`Rename ${edits.length} object${edits.length === 1 ? '' : 's'}`, edits);
    if (done) this.discard();
    return done;
  }
  #inTreeOrder(wanted: ReadonlySet<ObjectId> | null): ObjectId[] {
    const all: ObjectId[] = [];
    for (const object of this.#open.scene.walk()) if (!wanted || wanted.has(object.id)) all.push(object.id);
    return all;
  }
  #clear(): void {
    this.#seq++;
    this.result.set(null);
    this.error.set('');
    this.#ledger.preview.set(null);
  }
}
