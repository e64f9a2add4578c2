import { Injectable, signal, type OnDestroy } from '@angular/core';
import {
  FoundFindings,
  type Finding,
  type NamingStatistics,
  type Waiver,
  type WaiverTime,
} from '@renquil/core/checks';
import type { Edit } from '@renquil/core/edits';
import type { Frame } from '@renquil/core/frames';
import type { Convention } from '@renquil/core/names';
import type { NameProposal } from '@renquil/core/names/propose';
import type { ObjectId, PackedSnapshot } from '@renquil/core/scene';
import type { Heard, HeardChange, Target, Taught } from '@renquil/core/targets';
import type { Gate } from '@renquil/core/workbench';
import { Subject } from 'rxjs';
import type {
  FindingsDelta,
  FixRequest,
  FixResult,
  FromAnalysis,
  PreviewRequest,
  PreviewResult,
  ProposeResult,
  TakeRequest,
  ToAnalysis,
} from './analysis-messages';
import type { ToldElsewhere } from '@renquil/api';
import { Newest } from './newest';
import { NamesById } from './packed-names';
import { showTaken, type ShownTaken } from './packed-taken';

/**
 * Checks and previews of the open scene, computed in a worker that follows every edit. Of previews, and of what
 * taking proposals would do, only the newest request counts.
 */
@Injectable()
export class Analysis implements OnDestroy {
  readonly #worker = new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' });
  readonly found = new FoundFindings();
  readonly #reading = new Map<
    number,
    { readonly done: (packed: PackedSnapshot) => void; readonly fail: (error: Error) => void }
  >();
  #readings = 0;
  readonly #previews = new Newest<PreviewRequest>((request) =>
    this.#send({ type: 'preview', request: { ...request, objects: Int32Array.from(request.objects) } }),
  );
  readonly #takes = new Newest<TakeRequest>((request) => this.#send({ type: 'take', ...request }));
  readonly #fixes = new Newest<FixRequest>((request) => this.#send({ type: 'fix', ...request }));
  readonly fixes = new Subject<FixResult>();
  readonly #whys = new Map<number, (proposal: NameProposal | null) => void>();
  #asked = 0;

  /** Grows with every delta; read it to depend on the findings. */
  readonly version = signal(0);
  readonly progress = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly standing = signal<NamingStatistics | null>(null);
  readonly gate = signal<Gate | null>(null);
  /** Which way the assets face. */
  readonly frames = signal<readonly Frame[]>([]);
  readonly broken = signal<string | null>(null);
  readonly previews = new Subject<PreviewResult | { readonly seq: number; readonly text: string }>();

  readonly proposing = signal<{ done: number; total: number } | null>(null);
  readonly proposals = new Subject<ProposeResult>();
  readonly taken = new Subject<{
    readonly seq: number;
    readonly asked: number;
    readonly taken: ShownTaken | null;
  }>();

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<FromAnalysis>) => this.#hear(data);
    this.#worker.onerror = (event) => {
      const why = `the checks stopped: ${event.message || 'their worker did not start'}`;
      this.broken.set(why);
      for (const { fail } of this.#reading.values()) fail(new Error(why));
      this.#reading.clear();
    };
  }
  /** The bytes of a snapshot in flat pieces; the worker keeps the scene. @throws Error when they are none */
  read(bytes: ArrayBuffer): Promise<{ readonly packed: PackedSnapshot; readonly reading: number }> {
    const seq = ++this.#readings;
    return new Promise((done, fail) => {
      this.#reading.set(seq, { done: (packed) => done({ packed, reading: seq }), fail });
      this.#worker.postMessage({ type: 'read', seq, bytes } satisfies ToAnalysis, [bytes]);
    });
  }
  /** Judges what was read, with the changes made since. */
  open(reading: number, changes: readonly (readonly Edit[])[], convention: Convention): void {
    this.progress.set({ done: 0, total: 0 });
    this.frames.set([]);
    this.#send({ type: 'open', reading, changes, convention });
  }
  follow(edits: readonly Edit[]): void {
    this.#send({ type: 'edits', edits });
  }
  /** Judges everything by another convention. */
  holdTo(convention: Convention): void {
    this.progress.set({ done: 0, total: 0 });
    this.#send({ type: 'hold-to', convention });
  }
  /** What the other scenes of the project say: proposals go by it from then on. */
  know(elsewhere: ToldElsewhere): void {
    this.#send({ type: 'know', elsewhere });
  }
  /** What is let pass, and the time that it is asked at. */
  waive(waivers: readonly Waiver[], time: WaiverTime): void {
    this.#send({ type: 'waive', waivers, time });
  }
  #aimed: { readonly target: Target | null; readonly heard: Heard | null } = { target: null, heard: null };
  /** What the gate is asked for from then on, null: the scene as it is; and what its receiver last answered. */
  aim(target: Target | null, heard: Heard | null = null): void {
    if (target === this.#aimed.target && heard === this.#aimed.heard) return;
    if (target !== this.#aimed.target) this.gate.set(null);
    this.#aimed = { target, heard };
    this.#send({ type: 'aim', target, heard });
  }
  readonly #teachings = new Map<number, (taught: Taught | null) => void>();
  #taughtLast = 0;
  /** What the changes of a receiver say of a target; null: it does not work here. */
  teach(target: Target, changes: readonly HeardChange[]): Promise<Taught | null> {
    const asked = ++this.#taughtLast;
    return new Promise((done) => {
      this.#teachings.set(asked, done);
      this.#send({ type: 'teach', asked, target, changes });
    });
  }
  /** Names for objects; the answer comes by `proposals`, with how far it is by `proposing`. */
  propose(seq: number, objects: readonly ObjectId[]): void {
    this.proposing.set({ done: 0, total: objects.length });
    this.#send({ type: 'propose', seq, objects: Int32Array.from(objects) });
  }
  /** Nobody wants the names any more. */
  stopProposing(): void {
    this.proposing.set(null);
    this.#send({ type: 'stop-proposing' });
  }
  /** What taking by these choices would do; the answer comes by `taken`. */
  take(request: TakeRequest): void {
    this.#takes.ask(request);
  }
  /** How findings would be put right together; the answer comes by `fixes`. */
  fix(request: FixRequest): void {
    this.#fixes.ask(request);
  }
  /** What is proposed for one object, and why; null: nothing. */
  why(object: ObjectId): Promise<NameProposal | null> {
    return new Promise((done) => {
      this.#whys.set(++this.#asked, done);
      this.#send({ type: 'why', asked: this.#asked, object });
    });
  }
  preview(request: PreviewRequest): void {
    this.#previews.ask(request);
  }
  of(id: ObjectId): readonly Finding[] {
    return this.found.of(id);
  }
  ngOnDestroy(): void {
    this.#worker.terminate();
  }
  #send(message: ToAnalysis): void {
    this.#worker.postMessage(message);
  }
  #hear(message: FromAnalysis): void {
    switch (message.type) {
      case 'read':
        this.#reading.get(message.seq)?.done(message.packed);
        return void this.#reading.delete(message.seq);
      case 'unread':
        this.#reading.get(message.seq)?.fail(new Error(message.text));
        return void this.#reading.delete(message.seq);
      case 'progress':
        return this.progress.set({ done: message.done, total: message.total });
      case 'findings':
        return this.#take(message);
      case 'summary':
        this.standing.set(message.standing);
        return this.gate.set(message.gate);
      case 'frames':
        return this.frames.set(message.frames);
      case 'preview':
        this.previews.next({ ...message.result, names: new NamesById(message.result.names) });
        return this.#previews.done();
      case 'preview-error':
        this.previews.next({ seq: message.seq, text: message.text });
        return this.#previews.done();
      case 'proposing':
        // One that was called off may have a word on its way still.
        if (this.proposing()) this.proposing.set({ done: message.done, total: message.total });
        return;
      case 'proposals':
        this.proposing.set(null);
        return this.proposals.next(message.result);
      case 'taken':
        this.taken.next({ ...message, taken: message.taken && showTaken(message.taken) });
        return this.#takes.done();
      case 'fixes':
        this.fixes.next(message);
        return this.#fixes.done();
      case 'because':
        this.#whys.get(message.asked)?.(message.proposal);
        return void this.#whys.delete(message.asked);
      case 'taught':
        this.#teachings.get(message.asked)?.(message.taught);
        return void this.#teachings.delete(message.asked);
      case 'broken':
        this.broken.set(message.text);
    }
  }
  #take({ whole, found }: FindingsDelta): void {
    this.found.take(found, whole);
    if (whole) this.progress.set(null);
    this.version.update((n) => n + 1);
  }
}
