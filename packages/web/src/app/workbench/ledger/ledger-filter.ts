import { computed, effect, inject, signal, type Signal, type WritableSignal } from '@angular/core';
import { parseQuery, type Query } from '@renquil/core/query';
import type { Kind, ObjectId, Scene } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { inSlices } from '../../ui/in-slices';
import { largeScene } from '../../ui/settled';

/** What a filter is read and written by; the ledger has one, and so has the list of findings. */
export interface FilterLike {
  readonly filter: WritableSignal<string>;
  readonly query: Signal<{ readonly test: Query | null; readonly error: string | null }>;
  readonly looking: Signal<boolean>;
  readonly matches: Signal<ReadonlySet<ObjectId> | null>;
}

/** What objects are filtered by, and what that finds: at once in a small scene, a slice at a time in a large one. */
export class LedgerFilter implements FilterLike {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly filter = signal('');
  readonly kind = signal<Kind | ''>('');
  readonly query = computed(() => {
    const text = this.filter().trim();
    const kind = this.kind();
    try {
      const words = text ? parseQuery(text) : null;
      if (!words && !kind) return { test: null, error: null };
      return {
        test: ((scene, object) =>
          (!kind || object.kind === kind) && (!words || words(scene, object))) satisfies Query,
        error: null,
      };
    } catch (error) {
      return { test: null, error: (error as Error).message };
    }
  });
  /** A large scene is being looked through: what is shown is what was found before. */
  readonly looking = signal(false);
  readonly #foundBefore = signal<ReadonlySet<ObjectId> | null>(null);
  readonly matches = computed<ReadonlySet<ObjectId> | null>(() => {
    const finder = this.#finder();
    if (!finder) return null;
    return finder.isLong ? this.#foundBefore() : atOnce(finder.steps());
  });
  /** What the filter finds, step by step; null: there is no filter. */
  readonly #finder = computed(() => {
    // What the checks found comes later than the change it is about.
    if (/\b(?:finding|since|waived):/.test(this.filter())) this.#analysis.version();
    const { test } = this.query();
    const { scene } = this.#open;
    return test && { isLong: scene.size > largeScene, steps: () => findAll(scene, test) };
  });

  constructor() {
    effect((onCleanup) => {
      const finder = this.#finder();
      this.looking.set(finder?.isLong ?? false);
      if (!finder?.isLong) return this.#foundBefore.set(null);
      onCleanup(
        inSlices(finder.steps(), (found) => {
          this.#foundBefore.set(found);
          this.looking.set(false);
        }),
      );
    });
  }
}

function* findAll(scene: Scene, test: Query): Generator<void, ReadonlySet<ObjectId>> {
  const found = new Set<ObjectId>();
  let n = 0;
  for (const object of scene.walk()) {
    if (test(scene, object)) found.add(object.id);
    if (++n % 256 === 0) yield;
  }
  return found;
}
function atOnce<T>(steps: Iterator<unknown, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
