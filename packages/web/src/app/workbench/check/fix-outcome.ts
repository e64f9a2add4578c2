import { DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PlannedFix } from '@renquil/core/checks';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { FindingsState } from './findings-state';

/** Milliseconds that a person stays with a finding before its fix is judged: arrows walk past many. */
const rest = 250;
/** Objects of a scene up to which one fix is judged by itself: beyond, what judges it would be felt in everything else. */
const mostObjects = 50_000;
const noChoices = { without: new Set<string>(), despite: new Set<string>() };

/** What would come of the fix of the finding that is looked at, judged before it is made: what it would break, or leave. */
@Injectable()
export class FixOutcome {
  readonly #analysis = inject(Analysis);
  readonly #open = inject(OpenScene);
  readonly #state = inject(FindingsState);
  /** Null: nothing is known yet. */
  readonly fix = signal<PlannedFix | null>(null);
  // Below nought, so that it is nobody else's question.
  #seq = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    effect(() => {
      const finding = this.#state.finding();
      untracked(() => this.fix.set(null));
      clearTimeout(this.#timer);
      this.#seq--;
      if (!finding?.fixable || this.#open.sceneNow.size > mostObjects) return;
      const { object, check } = finding;
      this.#timer = setTimeout(
        () => this.#analysis.fix({ seq: this.#seq, findings: [{ object, check }], choices: noChoices }),
        rest,
      );
    });
    this.#analysis.fixes.pipe(takeUntilDestroyed()).subscribe(({ seq, plan }) => {
      if (seq === this.#seq && typeof plan !== 'string') this.fix.set(plan.fixes[0] ?? null);
    });
    inject(DestroyRef).onDestroy(() => clearTimeout(this.#timer));
  }
}
