import { signal } from '@angular/core';
import {
  CheckRun,
  FoundFindings,
  packFindings,
  planFixes,
  namingStatisticsOf,
  type Waiver,
  type WaiverTime,
  type Finding,
  type NamingStatistics,
} from '@renquil/core/checks';
import { applyChange, type Edit } from '@renquil/core/edits';
import { framesOf, type Frame } from '@renquil/core/frames';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import { takeProposals, type NameProposal } from '@renquil/core/names/propose';
import { runRecipe } from '@renquil/core/names/recipe';
import {
  openSnapshot,
  packSnapshot,
  type ObjectId,
  type PackedSnapshot,
  type SceneSnapshot,
} from '@renquil/core/scene';
import {
  asItIs,
  makeOutgoing,
  taughtBy,
  withHeard,
  type Heard,
  type HeardChange,
  type Target,
  type Taught,
} from '@renquil/core/targets';
import { proposeNames, runFor, runGate, type Gate } from '@renquil/core/workbench';
import { Subject } from 'rxjs';
import type {
  FixRequest,
  FixResult,
  PreviewRequest,
  PreviewResult,
  ProposeResult,
  TakeRequest,
} from '../app/state/analysis-messages';
import { packTaken, showTaken, type ShownTaken } from '../app/state/packed-taken';

/** The analysis without its worker: the same core, at once, so that component tests need no waiting. */
export class LocalAnalysis {
  #run: CheckRun | null = null;
  readonly found = new FoundFindings();
  readonly version = signal(0);
  readonly progress = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly standing = signal<NamingStatistics | null>(null);
  readonly gate = signal<Gate | null>(null);
  readonly frames = signal<readonly Frame[]>([]);
  readonly broken = signal<string | null>(null);
  readonly previews = new Subject<PreviewResult | { readonly seq: number; readonly text: string }>();

  readonly proposing = signal<{ done: number; total: number } | null>(null);
  readonly proposals = new Subject<ProposeResult>();
  readonly taken = new Subject<{ seq: number; asked: number; taken: ShownTaken | null }>();
  #made: readonly NameProposal[] = [];

  #read: SceneSnapshot | null = null;
  read(bytes: ArrayBuffer): Promise<{ readonly packed: PackedSnapshot; readonly reading: number }> {
    this.#read = JSON.parse(new TextDecoder().decode(bytes)) as SceneSnapshot;
    return Promise.resolve({ packed: packSnapshot(this.#read), reading: 1 });
  }
  open(_reading: number, changes: readonly (readonly Edit[])[], convention: Convention): void {
    const scene = openSnapshot(structuredClone(this.#read!));
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
  waive(waivers: readonly Waiver[], time: WaiverTime): void {
    this.#run?.waive(waivers, time);
    if (this.#run) this.#tell();
  }
  #aimed: Target | null = null;
  #heard: Heard | null = null;
  aim(target: Target | null, heard: Heard | null = null): void {
    [this.#aimed, this.#heard] = [target, heard];
    if (this.#run) this.#tell();
  }
  teach(target: Target, changes: readonly HeardChange[]): Promise<Taught | null> {
    const { scene, convention } = this.#run!;
    return Promise.resolve(taughtBy(makeOutgoing(scene, convention, target), changes));
  }
  know(): void {
    // What other scenes say is told to the worker only.
  }
  stopProposing(): void {
    this.proposing.set(null);
  }
  propose(seq: number, objects: readonly ObjectId[]): void {
    this.#made = proposeNames(this.#run!.scene, this.#run!.convention, objects);
    this.proposals.next({ seq, asked: objects.length, took: 0 });
  }
  take({ seq, asked, choices }: TakeRequest): void {
    const { scene, convention } = this.#run!;
    const taken = packTaken(takeProposals(scene, convention, this.#made, choices));
    this.taken.next({ seq, asked, taken: showTaken(taken) });
  }
  readonly fixes = new Subject<FixResult>();
  fix({ seq, findings, choices }: FixRequest): void {
    this.fixes.next({ seq, plan: planFixes(this.#run!, findings, choices) });
  }
  why(object: ObjectId): Promise<NameProposal | null> {
    return Promise.resolve(this.#made.find((one) => one.object === object) ?? null);
  }
  preview(request: PreviewRequest): void {
    try {
      const made = runRecipe(this.#run!.scene, request.objects, request.steps, {
        policy: request.policy,
        convention: this.#run!.convention,
      });
      this.previews.next({ seq: request.seq, ...made, asked: request.objects.length, took: 0 });
    } catch (error) {
      this.previews.next({ seq: request.seq, text: (error as Error).message });
    }
  }
  of(id: ObjectId): readonly Finding[] {
    return this.found.of(id);
  }
  #tell(): void {
    this.found.take(packFindings(this.#run!.rows()), true);
    this.standing.set(namingStatisticsOf(this.#run!));
    const run = this.#run!;
    const target = this.#aimed ?? (this.#heard ? asItIs : null);
    const outgoing = target && withHeard(makeOutgoing(run.scene, run.convention, target), this.#heard);
    this.gate.set(target ? runGate(runFor(run, target), outgoing!) : runGate(run));
    this.frames.set(framesOf(this.#run!.scene, this.#run!.convention).all);
    this.version.update((n) => n + 1);
  }
}
