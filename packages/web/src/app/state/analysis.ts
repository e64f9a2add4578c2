import { Injectable, signal, type OnDestroy } from '@angular/core';
import type { Convention, Edit, Finding, Gate, ObjectId, SceneSnapshot, Standing } from '@renquil/core';
import { Subject } from 'rxjs';
import type {
  FindingsDelta,
  FromAnalysis,
  PreviewRequest,
  PreviewResult,
  ProposeResult,
  ToAnalysis,
} from './analysis-messages';
import { NamesById } from './packed-names';

/**
 * Checks and previews of the open scene, computed in a worker that follows every edit. Previews: only the newest
 * request counts; one that was overtaken while another ran is never started.
 */
@Injectable()
export class Analysis implements OnDestroy {
  readonly #worker = new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' });
  readonly #found = new Map<ObjectId, readonly Finding[]>();
  #busy = false;
  #next: PreviewRequest | null = null;

  /** Grows with every delta; read it to depend on the findings. */
  readonly version = signal(0);
  readonly progress = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly standing = signal<Standing | null>(null);
  readonly gate = signal<Gate | null>(null);
  readonly broken = signal<string | null>(null);
  readonly previews = new Subject<PreviewResult | { readonly seq: number; readonly text: string }>();

  readonly proposing = signal<{ done: number; total: number } | null>(null);
  readonly proposals = new Subject<ProposeResult>();

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<FromAnalysis>) => this.#hear(data);
    this.#worker.onerror = (event) =>
      this.broken.set(`the checks stopped: ${event.message || 'their worker did not start'}`);
  }
  open(snapshot: SceneSnapshot, changes: readonly (readonly Edit[])[], convention: Convention): void {
    this.#send({ type: 'open', snapshot, changes, convention });
  }
  follow(edits: readonly Edit[]): void {
    this.#send({ type: 'edits', edits });
  }
  /** Judges everything by another convention. */
  holdTo(convention: Convention): void {
    this.progress.set({ done: 0, total: 0 });
    this.#send({ type: 'hold-to', convention });
  }
  /** Names for objects; the answer comes by `proposals`, with how far it is by `proposing`. */
  propose(seq: number, objects: readonly ObjectId[]): void {
    this.proposing.set({ done: 0, total: objects.length });
    this.#send({ type: 'propose', seq, objects });
  }
  /** Nobody waits for the names any more. */
  stopProposing(): void {
    if (!this.proposing()) return;
    this.proposing.set(null);
    this.#send({ type: 'stop-proposing' });
  }
  preview(request: PreviewRequest): void {
    if (this.#busy) {
      this.#next = request;
      return;
    }
    this.#busy = true;
    this.#send({ type: 'preview', request: { ...request, objects: Int32Array.from(request.objects) } });
  }
  of(id: ObjectId): readonly Finding[] {
    return this.#found.get(id) ?? none;
  }
  get all(): ReadonlyMap<ObjectId, readonly Finding[]> {
    return this.#found;
  }
  ngOnDestroy(): void {
    this.#worker.terminate();
  }
  #send(message: ToAnalysis): void {
    this.#worker.postMessage(message);
  }
  #hear(message: FromAnalysis): void {
    switch (message.type) {
      case 'progress':
        return this.progress.set({ done: message.done, total: message.total });
      case 'findings':
        return this.#take(message);
      case 'summary':
        this.standing.set(message.standing);
        return this.gate.set(message.gate);
      case 'preview':
        this.previews.next({ ...message.result, names: new NamesById(message.result.names) });
        return this.#free();
      case 'preview-error':
        this.previews.next({ seq: message.seq, text: message.text });
        return this.#free();
      case 'proposing':
        // One that was called off may have a word on its way still.
        if (this.proposing()) this.proposing.set({ done: message.done, total: message.total });
        return;
      case 'proposals':
        this.proposing.set(null);
        return this.proposals.next(message.result);
      case 'broken':
        this.broken.set(message.text);
    }
  }
  #take({ whole, rows }: FindingsDelta): void {
    if (whole) this.#found.clear();
    for (const [id, findings] of rows) {
      if (findings.length) this.#found.set(id, findings);
      else this.#found.delete(id);
    }
    if (whole) this.progress.set(null);
    this.version.update((n) => n + 1);
  }
  #free(): void {
    this.#busy = false;
    const next = this.#next;
    this.#next = null;
    if (next) this.preview(next);
  }
}
const none: readonly Finding[] = [];
