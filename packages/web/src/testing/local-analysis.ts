import { signal } from '@angular/core';
import {
  applyChange,
  CheckRun,
  CompiledConvention,
  openSnapshot,
  proposeNames,
  runGate,
  runRecipe,
  standingOf,
  type Convention,
  type Edit,
  type Finding,
  type Gate,
  type ObjectId,
  type SceneSnapshot,
  type Standing,
} from '@renquil/core';
import { Subject } from 'rxjs';
import type { PreviewRequest, PreviewResult, ProposeResult } from '../app/state/analysis-messages';

/** The analysis without its worker: the same core, at once, so that component tests need no waiting. */
export class LocalAnalysis {
  #run: CheckRun | null = null;
  readonly version = signal(0);
  readonly progress = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly standing = signal<Standing | null>(null);
  readonly gate = signal<Gate | null>(null);
  readonly broken = signal<string | null>(null);
  readonly previews = new Subject<PreviewResult | { readonly seq: number; readonly text: string }>();

  readonly proposing = signal<{ done: number; total: number } | null>(null);
  readonly proposals = new Subject<ProposeResult>();

  open(snapshot: SceneSnapshot, changes: readonly (readonly Edit[])[], convention: Convention): void {
    const scene = openSnapshot(structuredClone(snapshot));
    for (const edits of changes) applyChange(scene, { label: '', edits });
    this.#run = new CheckRun(scene, new CompiledConvention(convention));
    this.#run.all();
    this.progress.set(null);
    this.#tell();
  }
  follow(edits: readonly Edit[]): void {
    applyChange(this.#run!.scene, { label: '', edits });
    this.#run!.after(edits);
    this.#tell();
  }
  holdTo(convention: Convention): void {
    this.#run = new CheckRun(this.#run!.scene, new CompiledConvention(convention));
    this.#run.all();
    this.#tell();
  }
  stopProposing(): void {
    this.proposing.set(null);
  }
  propose(seq: number, objects: readonly ObjectId[]): void {
    const made = proposeNames(this.#run!.scene, this.#run!.convention, objects);
    this.proposals.next({ seq, made, asked: objects.length, took: 0 });
  }
  preview(request: PreviewRequest): void {
    try {
      const made = runRecipe(
        this.#run!.scene,
        request.objects,
        request.steps,
        request.policy,
        this.#run!.convention,
      );
      this.previews.next({ seq: request.seq, ...made, asked: request.objects.length, took: 0 });
    } catch (error) {
      this.previews.next({ seq: request.seq, text: (error as Error).message });
    }
  }
  of(id: ObjectId): readonly Finding[] {
    return this.#run?.of(id) ?? [];
  }
  get all(): ReadonlyMap<ObjectId, readonly Finding[]> {
    return new Map(this.#run!.rows());
  }
  #tell(): void {
    this.standing.set(standingOf(this.#run!));
    this.gate.set(runGate(this.#run!));
    this.version.update((n) => n + 1);
  }
}
