import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { editsOfPlan, fixKey, type FindingRef, type FixPlan, type PlannedFix } from '@renquil/core/checks';
import { applyEdit, type Edit } from '@renquil/core/edits';
import type { Mat4 } from '@renquil/core/math';
import { drawnWorld, type ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';

/** What is to be put right together, in words for the edit, and which findings. */
export interface FixAsked {
  readonly title: string;
  readonly findings: readonly FindingRef[];
}

/** Fixes that are looked at before they are made: what each does, which are held and why, and where objects would be. */
@Injectable()
export class FixPreview {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #ledger = inject(LedgerState);
  readonly asked = signal<FixAsked | null>(null);
  readonly #without = signal<ReadonlySet<string>>(new Set());
  readonly #despite = signal<ReadonlySet<string>>(new Set());
  readonly plan = signal<FixPlan | null>(null);
  readonly problem = signal<string | null>(null);
  /** Findings that were asked for too, and wait for the next time. */
  readonly left = signal(0);
  /** The plan is worked out anew. */
  readonly isWorking = signal(false);
  #seq = 0;

  readonly fixes = computed<readonly PlannedFix[]>(() => this.plan()?.fixes ?? []);
  readonly edits = computed<readonly Edit[]>(() => {
    const plan = this.plan();
    return plan ? editsOfPlan(plan) : [];
  });
  readonly counts = computed(() => {
    const counts = { fixed: 0, along: 0, held: 0, out: 0, none: 0 };
    for (const { state } of this.fixes()) counts[state]++;
    return counts;
  });

  constructor() {
    // What is found changes with every edit, of others too: the plan is made against what is there.
    effect(() => {
      const asked = this.asked();
      const choices = { without: this.#without(), despite: this.#despite() };
      this.#analysis.version();
      if (!asked) return;
      untracked(() => {
        this.isWorking.set(true);
        const { scene } = this.#open;
        const findings = asked.findings.filter(({ object }) => scene.find(object));
        this.#analysis.fix({ seq: ++this.#seq, findings, choices });
      });
    });
    this.#analysis.fixes.pipe(takeUntilDestroyed()).subscribe(({ seq, plan }) => {
      if (seq !== this.#seq || !this.asked()) return;
      this.isWorking.set(false);
      this.problem.set(typeof plan === 'string' ? plan : null);
      this.plan.set(typeof plan === 'string' ? null : plan);
      this.#show();
    });
  }
  look(asked: FixAsked): void {
    this.#without.set(new Set());
    this.#despite.set(new Set());
    this.plan.set(null);
    this.problem.set(null);
    this.left.set(Math.max(0, asked.findings.length - mostAtOnce));
    this.asked.set({ ...asked, findings: asked.findings.slice(0, mostAtOnce) });
  }
  close(): void {
    if (!this.asked()) return;
    this.asked.set(null);
    this.plan.set(null);
    this.isWorking.set(false);
    this.#ledger.places.set(new Map());
    if (this.#ledger.previewBy() !== 'fixes') return;
    this.#ledger.preview.set(null);
    this.#ledger.previewBy.set('bench');
  }
  /** Takes a fix out, or in again; one that is held is made despite what it breaks. */
  toggle(fix: PlannedFix): void {
    const key = fixKey(fix);
    const flip = (set: ReadonlySet<string>, on: boolean): ReadonlySet<string> => {
      const next = new Set(set);
      if (on) next.add(key);
      else next.delete(key);
      return next;
    };
    if (fix.state === 'held') this.#despite.update((set) => flip(set, true));
    else if (fix.state === 'fixed' && this.#despite().has(key))
      this.#despite.update((set) => flip(set, false));
    else this.#without.update((set) => flip(set, fix.state === 'fixed'));
  }
  /** @returns whether it was made, as one edit */
  apply(): boolean {
    const [asked, edits] = [this.asked(), this.edits()];
    if (!asked || this.isWorking() || !this.#open.apply(asked.title, edits)) return false;
    this.close();
    return true;
  }
  /** Names go on the objects in the 3D view, and what will be elsewhere is drawn there. */
  #show(): void {
    const fork = this.#open.sceneNow.fork();
    const names = new Map<ObjectId, string>();
    const moved = new Set<ObjectId>();
    for (const edit of this.edits()) {
      // Somebody's edit may have come between: the plan is asked for anew then.
      if (!applyEdit(fork, edit).ok) return;
      if (edit.kind === 'rename') names.set(edit.object, edit.to);
      else if (
        edit.kind === 'move' ||
        edit.kind === 'transform' ||
        (edit.kind === 'set' && edit.field === 'bake')
      )
        moved.add(edit.object);
    }
    const places = new Map<ObjectId, Mat4>();
    for (const top of moved) {
      if (!fork.find(top) || places.size > mostPlaces) continue;
      for (const { id, shape } of fork.walk(top)) {
        if (shape === null || !this.#open.sceneNow.find(id)) continue;
        const [now, then] = [drawnWorld(this.#open.sceneNow, id), drawnWorld(fork, id)];
        if (now.some((n, i) => Math.abs(n - then[i]!) > 1e-9)) places.set(id, then);
        if (places.size > mostPlaces) break;
      }
    }
    this.#ledger.previewBy.set('fixes');
    this.#ledger.preview.set({ names, clashes: new Map() });
    this.#ledger.places.set(places);
  }
}
/** Findings that are planned at once: what is judged together grows with each of them. */
const mostAtOnce = 20_000;
/** Places that are drawn at most. */
const mostPlaces = 300;
