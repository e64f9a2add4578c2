import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { planRename, type ClashPolicy, type ObjectId, type RecipeStep } from '@renquil/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Analysis } from '../../state/analysis';
import type { PreviewResult } from '../../state/analysis-messages';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';

export const newSteps = {
  'swap-words': (): RecipeStep => ({
    step: 'swap-words',
    find: '',
    put: '',
    how: 'plain',
    anyCase: true,
    wholeWord: true,
  }),
  number: (): RecipeStep => ({
    step: 'number',
    start: 1,
    by: 1,
    digits: 3,
    order: 'tree',
    restart: 'base',
    at: 'last-number',
    glue: '',
  }),
  'add-text': (): RecipeStep => ({ step: 'add-text', text: '', at: 'before' }),
} as const;

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
      : rows.length === this.#open.scene.size
        ? rows.map((row) => row.id)
        : this.#inTreeOrder(null);
  });
  readonly target = computed(() =>
    this.#ledger.picking().picked.size ? 'picked' : this.#ledger.matches() ? 'shown' : 'all',
  );
  readonly unresolved = computed(() => (this.policy() === 'stop' ? (this.result()?.clashes.length ?? 0) : 0));

  constructor() {
    effect(() => {
      this.#open.tick();
      const [steps, policy, shown] = [this.steps(), this.policy(), this.shown()];
      const objects = steps.length && shown ? this.objects() : [];
      untracked(() => {
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
  add(kind: keyof typeof newSteps): void {
    this.steps.update((steps) => [...steps, newSteps[kind]()]);
    this.selected.set(this.steps().length - 1);
  }
  change(at: number, fields: Partial<RecipeStep>): void {
    this.steps.update((steps) =>
      steps.map((step, i) => (i === at ? ({ ...step, ...fields } as RecipeStep) : step)),
    );
  }
  move(at: number, by: number): void {
    const steps = [...this.steps()];
    const to = at + by;
    if (to < 0 || to >= steps.length) return;
    [steps[at], steps[to]] = [steps[to]!, steps[at]!];
    this.steps.set(steps);
    this.selected.set(to);
  }
  remove(at: number): void {
    this.steps.update((steps) => steps.filter((_, i) => i !== at));
    this.selected.update((now) => Math.max(0, Math.min(now, this.steps().length - 1)));
  }
  discard(): void {
    this.steps.set([]);
    this.selected.set(0);
  }
  /** All the renames as one edit; the bench is empty afterwards. */
  apply(): boolean {
    const result = this.result();
    if (!result?.names.size || this.unresolved()) return false;
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
