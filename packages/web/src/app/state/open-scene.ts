import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import {
  applyChange,
  CompiledConvention,
  invertEdits,
  openSnapshot,
  partsConvention,
  Scene,
  staysHome,
  tellFacts,
  touchedBy,
  type Edit,
} from '@renquil/core';
import { firstValueFrom, Subject } from 'rxjs';
import { Analysis } from './analysis';
import { Api, type ApiError } from './api';
import type { LoggedChange, OpenedScene } from './api-types';
import { ChangeQueue, type Pending } from './change-queue';
import { redoLabel, stacksFrom, undoLabel, type Done, type Stacks } from './change-stacks';
import { SceneEvents } from './scene-events';
import { NameReader } from './name-reader';
import { Session } from './session';
import { ToastList } from './toast-list';

/** The scene of the workbench: opened from the server, changed at once here, every change posted and acknowledged. */
@Injectable()
export class OpenScene implements OnDestroy {
  readonly #api = inject(Api);
  readonly #session = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly #analysis = inject(Analysis);
  readonly #events = new SceneEvents(
    (revision) => void this.#hear(revision),
    (label) => void this.#holdTo(label),
  );
  readonly #stacks = signal<Stacks>({ undo: [], redo: [] });
  #queue = new ChangeQueue(new Scene());
  /** Objects changed since the last version. */
  readonly #changed = new Set<number>();
  #sending = false;
  #retry: ReturnType<typeof setTimeout> | undefined;

  /** What the scene is held to; Parts until it is open. */
  readonly held = signal(new CompiledConvention(partsConvention));
  readonly reader = computed(() => new NameReader(this.held()));
  readonly state = signal<'loading' | 'open' | 'failed'>('loading');
  readonly failure = signal('');
  readonly info = signal<OpenedScene | null>(null);
  /** The revision the server has acknowledged. */
  readonly revision = signal(0);
  /** Grows with every change to the scene; read it to depend on the scene. */
  readonly tick = signal(0);
  /** Grows only when something drawn changed: places, branches, switches. */
  readonly drawTick = signal(0);
  readonly saving = signal<'saved' | 'saving' | 'offline'>('saved');
  readonly edits = new Subject<readonly Edit[]>();
  readonly versions = new Subject<void>();
  readonly undoNext = computed(() => this.#stacks().undo.at(-1)?.label ?? null);
  readonly redoNext = computed(() => this.#stacks().redo.at(-1)?.label ?? null);
  readonly lastDone = computed(() => this.#stacks().undo.at(-1) ?? null);
  readonly mayEdit = computed(() => (this.info()?.role ?? 'viewer') !== 'viewer');
  readonly home = computed(() => (this.tick(), staysHome(this.scene, this.convention)), {
    equal: (a, b) => sameSet(a.all, b.all),
  });

  /** What stands in a slot of an object's name, as well as it can be read. */
  slotText(id: number, slot: string): string {
    const object = this.scene.get(id);
    const key = this.convention.keyOf(this.scene, object);
    const reading = this.reader().read(key, object.name);
    return reading.helper ? '' : (reading.slots.get(slot)?.text ?? '');
  }
  get convention(): CompiledConvention {
    return this.held();
  }
  get scene(): Scene {
    return this.#queue.scene;
  }

  async open(id: number): Promise<void> {
    this.state.set('loading');
    try {
      const info = await firstValueFrom(this.#api.scene(id));
      const snapshot = await firstValueFrom(this.#api.snapshot(id, info.snapshot));
      const scene = openSnapshot(snapshot);
      for (const change of info.changes) {
        const result = applyChange(scene, change);
        if (!result.ok) throw new Error(`Revision ${change.revision} does not apply: ${result.detail}.`);
      }
      const convention = new CompiledConvention(info.convention.body);
      this.held.set(convention);
      this.#queue = new ChangeQueue(scene);
      this.#changed.clear();
      // The snapshot may be older than the last version: what was changed up to that does not count.
      const saved = info.scene.revision - info.scene.unsaved;
      for (const change of info.changes) if (change.revision > saved) this.#note(change.edits);
      tellFacts(scene, {
        findings: (id) => this.#analysis.of(id),
        changed: (id) => this.#changed.has(id),
        slot: (id, slot) => this.slotText(id, slot),
        slots: () => [...this.convention.slots.keys()],
      });
      this.#analysis.open(
        snapshot,
        info.changes.map((change) => change.edits),
        info.convention.body,
      );
      this.#stacks.set(stacksFrom(info.changes, this.#session.info()?.account.id ?? 0));
      this.revision.set(info.scene.revision);
      this.info.set(info);
      this.tick.update((n) => n + 1);
      this.state.set('open');
      this.#events.watch(id);
    } catch (error) {
      this.failure.set((error as Error).message);
      this.state.set('failed');
    }
  }
  /** Makes a change here and sends it. False when it does not apply; then nothing happened and a message says why. */
  apply(label: string, edits: readonly Edit[]): boolean {
    if (!edits.length || !this.#make(label, edits)) return false;
    this.#stacks.update(({ undo }) => ({ undo: [...undo, { label, edits }], redo: [] }));
    return true;
  }
  undo(): void {
    const { undo, redo } = this.#stacks();
    const done = undo.at(-1);
    if (!done) return;
    const back = this.#make(undoLabel(done), invertEdits(done.edits));
    this.#stacks.set({ undo: undo.slice(0, -1), redo: back ? [...redo, done] : redo });
  }
  redo(): void {
    const { undo, redo } = this.#stacks();
    const done = redo.at(-1);
    if (!done) return;
    const again = this.#make(redoLabel(done), done.edits);
    this.#stacks.set({ undo: again ? [...undo, done] : undo, redo: redo.slice(0, -1) });
  }
  /** A change that the server made for us (a restore): it can be undone like one of ours. */
  took(done: Done): void {
    this.#stacks.update(({ undo }) => ({ undo: [...undo, done], redo: [] }));
    void this.#catchUp();
  }
  /** True once everything made here is acknowledged. */
  async settled(): Promise<void> {
    while (this.#queue.head && this.saving() !== 'offline') await new Promise((done) => setTimeout(done, 30));
  }
  /** The summary anew, after a version was saved. */
  async refreshInfo(): Promise<void> {
    const now = this.info();
    if (!now) return;
    const info = await firstValueFrom(this.#api.scene(now.scene.id));
    if (info.scene.unsaved === 0) this.#changed.clear();
    this.info.set(info);
  }
  ngOnDestroy(): void {
    this.#events.close();
    clearTimeout(this.#retry);
  }

  #make(label: string, edits: readonly Edit[]): boolean {
    const result = applyChange(this.scene, { label, edits });
    if (!result.ok) {
      this.#toasts.complain(`${label} does not apply: ${result.detail}.`);
      return false;
    }
    this.#queue.add({ id: crypto.randomUUID(), label: label.slice(0, 300), edits });
    this.#tell([edits]);
    void this.#pump();
    return true;
  }
  #tell(applied: readonly (readonly Edit[])[]): void {
    for (const edits of applied) {
      this.#note(edits);
      this.#analysis.follow(edits);
      this.edits.next(edits);
    }
    if (!applied.length) return;
    this.tick.update((n) => n + 1);
    if (applied.some((edits) => edits.some((edit) => edit.kind !== 'rename' && edit.kind !== 'attribute')))
      this.drawTick.update((n) => n + 1);
  }
  #note(edits: readonly Edit[]): void {
    for (const id of touchedBy(edits).objects) this.#changed.add(id);
  }
  async #pump(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    const id = this.info()!.scene.id;
    for (let head = this.#queue.head; head; head = this.#queue.head) {
      this.saving.set('saving');
      try {
        const { revision, missed } = await firstValueFrom(
          this.#api.change(id, { ...head, base: this.revision() }),
        );
        if (missed.length) this.#settle(missed);
        this.#queue.acknowledge(head.id);
        this.revision.set(revision);
      } catch (error) {
        if (await this.#cannotSend(head, error as ApiError)) break;
      }
    }
    this.#sending = false;
    if (!this.#queue.head) this.saving.set('saved');
  }
  /** True: stop sending for now. */
  async #cannotSend(head: Pending, error: ApiError): Promise<boolean> {
    if (error.code === 'offline' || error.code === 'database-unavailable') {
      this.saving.set('offline');
      this.#retry = setTimeout(() => void this.#pump(), 2000);
      return true;
    }
    const { changes, revision } = await firstValueFrom(
      this.#api.changesAfter(this.info()!.scene.id, this.revision()),
    ).catch(() => ({
      changes: [],
      revision: this.revision(),
    }));
    this.#settle(changes, new Set([head.id]));
    this.revision.set(revision);
    this.#forget([head]);
    this.#toasts.complain(`${head.label} was taken back. ${error.message}`);
    return false;
  }
  async #hear(revision: number | null): Promise<void> {
    if (revision === null) return this.versions.next();
    if (revision > this.revision() && !this.#sending) await this.#catchUp();
  }
  /** A lead holds the scene to another convention: everything is judged anew. */
  async #holdTo(label: string): Promise<void> {
    const now = this.info();
    if (!now) return;
    try {
      const info = await firstValueFrom(this.#api.scene(now.scene.id));
      this.held.set(new CompiledConvention(info.convention.body));
      this.info.set(info);
      this.#analysis.holdTo(info.convention.body);
      this.tick.update((n) => n + 1);
      this.#toasts.say(`The names of this scene are held to ${label} now.`);
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  async #catchUp(): Promise<void> {
    try {
      const { changes, revision } = await firstValueFrom(
        this.#api.changesAfter(this.info()!.scene.id, this.revision()),
      );
      const unseen = changes.filter((change) => change.revision > this.revision());
      if (!unseen.length || this.#sending) return;
      this.#settle(unseen);
      this.revision.set(revision);
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  #settle(missed: readonly LoggedChange[], drop: ReadonlySet<string> = new Set()): void {
    const { applied, lost } = this.#queue.rebase(missed, drop);
    this.#tell(applied);
    for (const { change, detail } of lost)
      this.#toasts.complain(`${change.label} was taken back: ${detail}.`);
    this.#forget(lost.map(({ change }) => change));
  }
  #forget(lost: readonly Pending[]): void {
    const gone = new Set(lost.map((change) => change.edits));
    this.#stacks.update(({ undo, redo }) => ({ undo: undo.filter((done) => !gone.has(done.edits)), redo }));
  }
}

function sameSet(a: ReadonlySet<number>, b: ReadonlySet<number>): boolean {
  if (a.size !== b.size) return false;
  for (const id of a) if (!b.has(id)) return false;
  return true;
}
