import { applyChange, type ChangeResult, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import type { LoggedChange } from '@renquil/api';
import { ChangeQueue, CopyDiffers, type Pending } from './change-queue';
import { UnsentEdits, type SaveState, type SaveStatus } from './save-state';
import { whenRefused } from './when-refused';

/** One scene's server: whoever makes it binds it to the scene, so that nothing here can reach another. */
export interface SaveServer {
  post(change: Pending, base: number): Promise<{ revision: number; missed: readonly LoggedChange[] }>;
  changesAfter(revision: number): Promise<{ revision: number; changes: readonly LoggedChange[] }>;
  /** The scene anew, as it is on the server. */
  reload(): Promise<{ readonly scene: Scene; readonly revision: number }>;
}
/** Where changes are kept until they are acknowledged, over the end of the page. */
export interface ChangeStore {
  keep(change: Pending): Promise<void>;
  drop(id: string): Promise<void>;
  waiting(): Promise<readonly Pending[]>;
}
/** Who hears what a save session does. */
export interface SaveListener {
  /** Edits were applied to the scene, in this order. */
  applied(edits: readonly (readonly Edit[])[]): void;
  /** A change of ours does not stand; why, in words. */
  lost(change: Pending, why: string): void;
  /** Changes of others, and of ours from elsewhere, are part of the scene now. */
  took(changes: readonly LoggedChange[]): void;
  /** The scene was read anew from the server: everything that was built on the old one begins again. */
  replaced(scene: Scene, onTop: readonly (readonly Edit[])[]): void;
  /** State, revision or number of waiting changes. */
  changed(): void;
}
const pauses = [1000, 2000, 4000, 8000, 15_000];

/**
 * The life of changes of one open scene, from the key that made them to the server's yes. A plain machine: what it talks
 * to is handed in, and one piece of work runs at a time. A change is given up only when the server says that it can never
 * be taken; in every other case it is kept, in the store too, and sent again.
 */
export class SaveSession {
  #queue: ChangeQueue;
  #state: SaveState = 'saved';
  #because = '';
  #revision: number;
  /** Others have changed the scene since the revision we know. */
  #behind = false;
  #running = false;
  #closed = false;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #waiters: (() => void)[] = [];

  /** Of a scene as it is on the server at a revision. */
  constructor(
    { scene, revision }: { readonly scene: Scene; readonly revision: number },
    readonly server: SaveServer,
    readonly store: ChangeStore,
    readonly listener: SaveListener,
  ) {
    this.#queue = new ChangeQueue(scene);
    this.#revision = revision;
  }
  get scene(): Scene {
    return this.#queue.scene;
  }
  /** The newest revision that is part of the scene. */
  get revision(): number {
    return this.#revision;
  }
  get status(): SaveStatus {
    return { state: this.#state, waiting: this.#queue.pending.length, because: this.#because };
  }
  get pending(): readonly Pending[] {
    return this.#queue.pending;
  }

  /** Applies a change here, keeps it, and sends it as soon as it may. */
  apply(change: Pending): ChangeResult {
    const result = applyChange(this.scene, change);
    if (!result.ok) return result;
    this.#queue.add(change);
    void this.store.keep(change);
    this.listener.applied([change.edits]);
    if (this.#state === 'saved') this.#set('sending');
    else this.listener.changed();
    this.#wake();
    return result;
  }
  /** Takes up what an earlier page left in the store. */
  async restore(): Promise<void> {
    for (const change of await this.store.waiting().catch(() => [])) {
      if (this.#closed) return;
      const result = applyChange(this.scene, change);
      if (result.ok) {
        this.#queue.add(change);
        this.listener.applied([change.edits]);
      } else await this.#askAbout(change);
    }
    this.listener.changed();
    this.#wake();
  }
  /** Somebody changed the scene; the revision may be known already. */
  heard(revision: number): void {
    if (revision <= this.#revision) return;
    this.#behind = true;
    this.#wake();
  }
  /** Whatever was in the way may be gone: try now. */
  resume(): void {
    if (this.#closed) return;
    clearTimeout(this.#timer);
    this.#timer = undefined;
    if (this.#state !== 'sending') this.#set(this.#queue.head ? 'sending' : 'saved');
    void this.#run();
  }
  /** Resolves when all that was made here is acknowledged. @throws UnsentEdits when it waits for something */
  async settled(): Promise<void> {
    while (this.#queue.head) {
      if (this.#state !== 'sending' && this.#state !== 'saved') throw new UnsentEdits(this.status);
      await new Promise<void>((done) => this.#waiters.push(done));
    }
  }
  /** Sends nothing more; what is on its way may still be acknowledged. What waits stays in the store. */
  close(): void {
    this.#closed = true;
    clearTimeout(this.#timer);
    this.#release();
  }

  #wake(): void {
    // While something is in the way, its timer or `resume` begins again.
    if (this.#state === 'saved' || this.#state === 'sending') void this.#run();
  }
  async #run(): Promise<void> {
    if (this.#running || this.#closed) return;
    this.#running = true;
    try {
      while (!this.#closed && (this.#queue.head || this.#behind)) {
        const { head } = this.#queue;
        if (head) this.#set('sending');
        const problem = await (head ? this.#send(head) : this.#catchUp());
        if (this.#closed) return;
        if (problem) return this.#stop(problem as { code?: string; message: string });
        this.#failures = 0;
      }
      this.#set('saved');
    } finally {
      this.#running = false;
    }
  }
  /** @returns what was in the way */
  async #send(head: Pending): Promise<unknown> {
    try {
      const { revision, missed } = await this.server.post(head, this.#revision);
      void this.store.drop(head.id);
      if (this.#closed) return null;
      if (revision <= this.#revision) {
        // It was committed long ago, and is part of what this copy began with: it must not be applied twice.
        this.#settle([], new Set([head.id]));
      } else {
        const unseen = missed.filter((change) => change.revision > this.#revision);
        if (unseen.length) this.#settle(unseen);
        this.#queue.acknowledge(head.id);
        this.#revision = revision;
      }
      this.listener.changed();
      return null;
    } catch (error) {
      if (error instanceof CopyDiffers) return this.#reload();
      if (whenRefused((error as { code?: string }).code ?? '') !== 'take-back') return error;
      return this.#takeBack(head, (error as Error).message);
    }
  }
  /** The server can never take it: it is taken back here, on top of what the server has. */
  async #takeBack(head: Pending, why: string): Promise<unknown> {
    try {
      const { changes, revision } = await this.server.changesAfter(this.#revision);
      if (this.#closed) return null;
      const isIn = changes.some(({ id }) => id === head.id);
      this.#settle(changes, new Set([head.id]));
      this.#revision = Math.max(this.#revision, revision);
      void this.store.drop(head.id);
      if (!isIn) this.listener.lost(head, why);
      this.listener.changed();
      return null;
    } catch (error) {
      return error instanceof CopyDiffers ? this.#reload() : error;
    }
  }
  async #catchUp(): Promise<unknown> {
    this.#behind = false;
    try {
      const { changes, revision } = await this.server.changesAfter(this.#revision);
      if (this.#closed) return null;
      const unseen = changes.filter((change) => change.revision > this.#revision);
      if (unseen.length) this.#settle(unseen);
      this.#revision = Math.max(this.#revision, revision);
      this.listener.changed();
      return null;
    } catch (error) {
      this.#behind = true;
      return error instanceof CopyDiffers ? this.#reload() : error;
    }
  }
  #settle(missed: readonly LoggedChange[], drop: ReadonlySet<string> = new Set()): void {
    const { applied, lost } = this.#queue.rebase(missed, drop);
    if (applied.length) this.listener.applied(applied);
    if (missed.length) this.listener.took(missed);
    for (const { change, detail } of lost) {
      void this.store.drop(change.id);
      this.listener.lost(change, detail);
    }
  }
  /** This copy is not what the server has: it is read anew, and what can be put on top is. */
  async #reload(): Promise<unknown> {
    try {
      const { scene, revision } = await this.server.reload();
      if (this.#closed) return null;
      const before = this.#queue.pending;
      this.#queue = new ChangeQueue(scene);
      this.#revision = revision;
      this.#behind = false;
      const lost: [Pending, string][] = [];
      for (const change of before) {
        const result = applyChange(scene, change);
        if (result.ok) this.#queue.add(change);
        else lost.push([change, result.detail]);
      }
      this.listener.replaced(
        scene,
        this.#queue.pending.map((change) => change.edits),
      );
      for (const [change] of lost) await this.#askAbout(change);
      this.listener.changed();
      return null;
    } catch (error) {
      this.#behind = true;
      return error;
    }
  }
  /** A change that does not apply here: it is in the log already, or it is lost; the server knows. */
  async #askAbout(change: Pending): Promise<void> {
    try {
      const { revision } = await this.server.post(change, this.#revision);
      void this.store.drop(change.id);
      if (revision > this.#revision) this.#behind = true;
    } catch (error) {
      const { code = '', message } = error as { code?: string; message: string };
      if (whenRefused(code) !== 'take-back') return;
      void this.store.drop(change.id);
      this.listener.lost(change, message);
    }
  }
  #stop({ code = '', message }: { code?: string; message: string }): void {
    const refusal = whenRefused(code);
    this.#set(refusal === 'sign-in' ? 'signed-out' : refusal === 'blocked' ? 'blocked' : 'offline', message);
    if (refusal === 'sign-in') return;
    const pause = pauses[Math.min(this.#failures++, pauses.length - 1)]!;
    this.#timer = setTimeout(() => this.resume(), refusal === 'blocked' ? pause * 10 : pause);
  }
  #set(state: SaveState, because = ''): void {
    const same = this.#state === state && this.#because === because;
    [this.#state, this.#because] = [state, because];
    if (same && state === 'sending') return;
    this.listener.changed();
    this.#release();
  }
  #release(): void {
    for (const done of this.#waiters.splice(0)) done();
  }
}
