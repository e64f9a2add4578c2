import { computed, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { invertEdits, touchedBy, type Edit } from '@renquil/core/edits';
import { errorCatalogue, fillText } from '@renquil/core/errors';
import { framesAmong, tellFrames } from '@renquil/core/frames';
import { ruleCheckId } from '@renquil/core/checks';
import { CompiledConvention, partsConvention, slotOf } from '@renquil/core/names';
import { factsOf, tellFacts, type QueryFacts } from '@renquil/core/query';
import { Scene } from '@renquil/core/scene';
import { mayChangeHome, staysHome, type StaysHome } from '@renquil/core/targets';
import { firstValueFrom, Subject } from 'rxjs';
import { Analysis } from './analysis';
import { Api } from './api';
import type { LoggedChange, OpenedScene } from '@renquil/api';
import { NameReader } from './name-reader';
import { UnsentStores } from './saving/change-store';
import { redoLabel, undoLabel, type Stacks } from './saving/change-stacks';
import { nextTask } from '../ui/next-task';
import { loadScene, type LoadedScene } from './saving/load-scene';
import { OwnLog } from './saving/own-log';
import { SaveSession, type SaveListener } from './saving/save-session';
import { SaveSessions } from './saving/save-sessions';
import { allSaved, saveWords, type SaveStatus } from './saving/save-state';
import { SceneEvents } from './scene-events';
import { Session } from './session';
import { ToastList } from './toast-list';

/** For a computed that gives something that changes in place: what it gives is never what it was. */
export const changesInPlace = { equal: (): boolean => false };
/** Largest change that is sent, in millions of characters; the server's limit is the same in bytes. */
const mostMegabytes = 46;

/** The scene of the workbench: opened from the server, changed at once here, every change saved by the scene's session. */
@Injectable()
export class OpenScene implements OnDestroy {
  readonly #api = inject(Api);
  readonly #account = inject(Session);
  readonly #toasts = inject(ToastList);
  readonly #analysis = inject(Analysis);
  readonly #sessions = inject(SaveSessions);
  readonly #stores = inject(UnsentStores);
  readonly #events = new SceneEvents({
    changed: (revision) => this.#saving?.heard(revision),
    saved: () => this.versions.next(),
    heldTo: (label) => void this.#holdTo(label),
    waived: () => this.waiversTick.update((n) => n + 1),
    answered: () => this.receiptsTick.update((n) => n + 1),
  });
  #saving: SaveSession | null = null;
  #loaded: LoadedScene | null = null;
  #openings = 0;
  #own = new OwnLog(0);
  readonly #stacks = signal<Stacks>({ undo: [], redo: [] });
  readonly #empty = new Scene();
  /** Objects changed since the last version. */
  readonly #changed = new Set<number>();

  readonly #lastBy = new Map<number, string>();
  readonly #whoBy = new Map<number, string>();

  /** What the scene is held to; Parts until it is open. */
  readonly held = signal(new CompiledConvention(partsConvention));
  readonly reader = computed(() => new NameReader(this.held()));
  readonly state = signal<'loading' | 'open' | 'failed'>('loading');
  readonly failure = signal('');
  readonly info = signal<OpenedScene | null>(null);
  /** The revision the server has acknowledged. */
  readonly revision = signal(0);
  /** Grows with every change to the scene. */
  readonly #tick = signal(0);
  /** Grows only when something drawn changed: places, branches, switches. */
  readonly #drawTick = signal(0);
  readonly status = signal<SaveStatus>(allSaved);
  /** Whether all is saved, in words. */
  readonly saving = computed(() => saveWords(this.status()));
  readonly edits = new Subject<readonly Edit[]>();
  readonly versions = new Subject<void>();
  readonly undoNext = computed(() => this.#stacks().undo.at(-1)?.label ?? null);
  readonly redoNext = computed(() => this.#stacks().redo.at(-1)?.label ?? null);
  readonly lastDone = computed(() => this.#stacks().undo.at(-1) ?? null);
  readonly mayEdit = computed(() => {
    const { role = 'viewer', project } = this.info() ?? {};
    return role !== 'viewer' && !project?.archived;
  });
  /** Grows when something is let pass, or not any more. */
  readonly waiversTick = signal(0);
  /** Goes up when a receiver answered. */
  readonly receiptsTick = signal(0);
  /** Grows when other objects may stay home than before. */
  readonly #homeTick = signal(0);
  /** What stays home for whom it is looked at just now, in place of `home` where it is drawn; null: nobody in particular. */
  readonly homeFor = signal<StaysHome | null>(null);
  readonly home = computed(() => (this.#homeTick(), this.held(), staysHome(this.sceneNow, this.convention)), {
    equal: (a, b) => sameSet(a.all, b.all),
  });

  /** What stands in a slot of an object's name, as well as it can be read. */
  slotText(id: number, slot: string): string {
    const reader = this.reader();
    return slotOf(this.scene, this.convention, { id, slot }, (key, name) => reader.read(key, name));
  }
  /** What filters may ask that others know: of this scene and of those opened after it. */
  tellMore(facts: Partial<QueryFacts>): void {
    this.#moreFacts = { ...this.#moreFacts, ...facts };
    if (this.info()) tellFacts(this.sceneNow, { ...factsOf(this.sceneNow), ...this.#moreFacts });
  }
  #moreFacts: Partial<QueryFacts> = {};
  /** Whether an object was changed since the last version. */
  hasChanged(id: number): boolean {
    return this.#changed.has(id);
  }
  /** Who changed an object last since the newest snapshot of the scene; empty: nobody. */
  whoChanged(id: number): string {
    return this.#whoBy.get(id) ?? '';
  }
  /** Who changed an object last while this page was open; empty: nobody but this person. */
  lastChangedBy(id: number): string {
    return this.#lastBy.get(id) ?? '';
  }
  get convention(): CompiledConvention {
    return this.held();
  }
  /**
   * The scene. It changes in place, so reading it in a template, a computed or an effect is what makes these depend on it:
   * all of it, whatever changes. A computed that gives an object of it must say that it is never equal to what it was.
   */
  get scene(): Scene {
    this.#tick();
    return this.sceneNow;
  }
  /** The same for what only hangs on what is drawn: names and attributes may change without it. */
  get sceneDrawn(): Scene {
    this.#drawTick();
    return this.sceneNow;
  }
  /** The scene for those who need not hear of changes, since they hang on something narrower. */
  get sceneNow(): Scene {
    return this.#saving?.scene ?? this.#empty;
  }

  async open(id: number): Promise<void> {
    this.#leave();
    this.state.set('loading');
    const mine = ++this.#openings;
    try {
      const loaded = await loadScene(this.#api, id, this.#read);
      // Another one was opened meanwhile.
      if (mine !== this.#openings) return;
      const account = this.#account.info()?.account.id ?? 0;
      this.#own = new OwnLog(account);
      const saving = this.#begin(id, account, loaded);
      this.#show(loaded, []);
      this.info.set(loaded.info);
      // What stays home looks at every object: worked out in a task of its own, before rows are drawn that tell it.
      await nextTask();
      if (mine !== this.#openings) return;
      this.home();
      await nextTask();
      if (mine !== this.#openings) return;
      this.state.set('open');
      this.#events.watch(id);
      await saving.restore();
      await this.#remember(id);
    } catch (error) {
      if (mine !== this.#openings) return;
      if (this.state() === 'open') return this.#toasts.complain(error);
      this.failure.set((error as Error).message);
      this.state.set('failed');
    }
  }
  /** Makes a change here and sends it. False when it does not apply; then nothing happened and a message says why. */
  apply(label: string, edits: readonly Edit[]): boolean {
    if (!edits.length || !this.#saving) return false;
    const tooLarge = tooLargeToSend(edits);
    if (tooLarge) {
      this.#toasts.complain(tooLarge);
      return false;
    }
    const change = { id: crypto.randomUUID(), label: label.slice(0, 300), edits };
    this.#own.add(change);
    const result = this.#saving.apply(change);
    if (!result.ok) {
      this.#own.forget(change.id);
      this.#toasts.complain(`${label} does not apply: ${result.detail}.`);
    }
    this.#stacks.set(this.#own.stacks);
    return result.ok;
  }
  undo(): void {
    const done = this.#stacks().undo.at(-1);
    if (done && !this.apply(undoLabel(done), invertEdits(done.edits))) this.#giveUp(done.edits);
  }
  redo(): void {
    const done = this.#stacks().redo.at(-1);
    if (done && !this.apply(redoLabel(done), done.edits)) this.#giveUp(done.edits);
  }
  /** A change that the server made for us (a restore): it comes with the log, and can be undone like one of ours. */
  took(revision: number): void {
    this.#saving?.heard(revision);
  }
  /** Resolves once everything made here is acknowledged. @throws UnsentEdits, in words, when it waits for something */
  async settled(): Promise<void> {
    await this.#saving?.settled();
  }
  /** The summary anew, after a version was saved. */
  async refreshInfo(): Promise<void> {
    const now = this.info();
    if (!now) return;
    const info = await firstValueFrom(this.#api.scene(now.scene.id));
    if (info.scene.unsaved === 0) this.#changed.clear();
    this.info.set(info);
  }
  /** Somebody has signed in again: go on where it stopped. */
  resume(): void {
    this.#sessions.resume();
    this.#events.again();
  }
  ngOnDestroy(): void {
    this.#leave();
  }

  readonly #read = (bytes: ArrayBuffer): ReturnType<Analysis['read']> => this.#analysis.read(bytes);
  #leave(): void {
    this.#events.close();
    const now = this.info();
    if (now) this.#sessions.leave(now.scene.id);
    this.#saving = null;
    this.info.set(null);
  }
  #begin(id: number, account: number, loaded: LoadedScene): SaveSession {
    const server = {
      post: (change: { id: string; label: string; edits: readonly Edit[] }, base: number) =>
        firstValueFrom(this.#api.change(id, { ...change, base })),
      changesAfter: (revision: number) => firstValueFrom(this.#api.changesAfter(id, revision)),
      reload: async () => {
        const fresh = await loadScene(this.#api, id, this.#read);
        if (this.#saving === saving) this.#loaded = fresh;
        return { scene: fresh.scene, revision: fresh.info.scene.revision };
      },
    };
    const store = this.#stores.of(account, id, () =>
      this.#toasts.complain(
        'This browser cannot keep unsent edits over the end of the page. Leave it open until all is saved.',
      ),
    );
    const { scene, info } = loaded;
    const saving: SaveSession = new SaveSession(
      { scene, revision: info.scene.revision },
      server,
      store,
      this.#listener(id, () => saving),
    );
    this.#saving = saving;
    this.#loaded = loaded;
    this.#sessions.begin(id, saving);
    this.#told(saving);
    return saving;
  }
  /** A session that was left says nothing to the page any more, but for what it lost. */
  #listener(id: number, session: () => SaveSession): SaveListener {
    const here = (): boolean => this.#saving !== null && this.#saving === session();
    return {
      applied: (all) => here() && this.#tell(all),
      lost: ({ id: change, label }, why) => {
        this.#toasts.complain(`${label} was taken back: ${why.replace(/\.$/, '')}.`);
        if (!here()) return;
        this.#own.forget(change);
        this.#stacks.set(this.#own.stacks);
      },
      took: (changes) => here() && this.#took(changes),
      replaced: (_scene, onTop) => here() && this.#show(this.#loaded!, onTop),
      changed: () => {
        const now = session();
        this.#sessions.tell(id, now);
        if (here()) this.#told(now);
        else if (!now.status.waiting) this.#sessions.leave(id);
      },
    };
  }
  #told(saving: SaveSession): void {
    this.revision.set(saving.revision);
    this.status.set(saving.status);
  }
  /** Everything that stands on the scene begins with it anew. */
  #show({ info, scene, reading }: LoadedScene, onTop: readonly (readonly Edit[])[]): void {
    const convention = new CompiledConvention(info.convention.body);
    this.held.set(convention);
    this.#changed.clear();
    this.#lastBy.clear();
    this.#whoBy.clear();
    for (const { author, edits } of info.changes) this.#credit(author, edits);
    for (const edits of onTop) this.#credit(this.#me(), edits);
    // The snapshot may be older than the last version: what was changed up to that does not count.
    const saved = info.scene.revision - info.scene.unsaved;
    for (const change of info.changes) if (change.revision > saved) this.#note(change.edits);
    for (const edits of onTop) this.#note(edits);
    tellFacts(scene, {
      ...this.#moreFacts,
      findings: (object) => this.#analysis.of(object),
      changed: (object) => this.#changed.has(object),
      slot: (object, slot) => this.slotText(object, slot),
      slots: () => [...this.convention.slots.keys()],
      rules: () => (this.convention.source.rules ?? []).map(ruleCheckId),
    });
    const { frames } = this.#analysis;
    const known = computed(() => framesAmong(scene, frames()));
    tellFrames(scene, () => untracked(known), true);
    this.#analysis.open(
      reading,
      [...info.changes.map((change) => change.edits), ...onTop],
      info.convention.body,
    );
    this.#own.begin(info.changes);
    for (const change of this.#saving!.pending) this.#own.add(change);
    this.#stacks.set(this.#own.stacks);
    this.#homeTick.update((n) => n + 1);
    this.#tick.update((n) => n + 1);
    this.#drawTick.update((n) => n + 1);
  }
  /** What this person did before the newest snapshot can be undone too. */
  async #remember(id: number): Promise<void> {
    if (!this.#loaded?.info.snapshot || !this.mayEdit()) return;
    const mine = await firstValueFrom(this.#api.myChanges(id, this.#loaded.info.snapshot + 1));
    if (this.info()?.scene.id !== id) return;
    this.#own.before(mine);
    for (const change of this.#saving!.pending) this.#own.add(change);
    this.#stacks.set(this.#own.stacks);
  }
  #took(changes: readonly LoggedChange[]): void {
    for (const { author, edits } of changes) this.#credit(author, edits);
    for (const { authorId, author, edits } of changes)
      if (authorId !== this.#own.author)
        for (const id of touchedBy(edits).objects) this.#lastBy.set(id, author);
    this.#own.took(changes);
    this.#stacks.set(this.#own.stacks);
  }
  #credit(author: string, edits: readonly Edit[]): void {
    for (const id of touchedBy(edits).objects) this.#whoBy.set(id, author);
  }
  #me(): string {
    return this.#account.info()?.account.name ?? '';
  }
  /** What cannot be undone or redone any more, since others have changed it, is not offered again. */
  #giveUp(edits: readonly Edit[]): void {
    this.#own.give(edits);
    this.#stacks.set(this.#own.stacks);
  }
  #tell(applied: readonly (readonly Edit[])[]): void {
    for (const edits of applied) {
      this.#note(edits);
      this.#credit(this.#me(), edits);
      this.#analysis.follow(edits);
      this.edits.next(edits);
    }
    if (!applied.length) return;
    const before = untracked(this.home);
    if (applied.some((edits) => mayChangeHome(this.sceneNow, this.convention, before, edits)))
      this.#homeTick.update((n) => n + 1);
    for (const change of this.#saving!.pending) this.#own.add(change);
    this.#stacks.set(this.#own.stacks);
    this.#tick.update((n) => n + 1);
    if (applied.some((edits) => edits.some((edit) => edit.kind !== 'rename' && edit.kind !== 'attribute')))
      this.#drawTick.update((n) => n + 1);
  }
  #note(edits: readonly Edit[]): void {
    for (const id of touchedBy(edits).objects) this.#changed.add(id);
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
      this.#tick.update((n) => n + 1);
      this.#toasts.say(`The names of this scene are held to ${label} now.`);
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
}

/** Said before it is made: a change that no server would take must not be shown as if it were. */
function tooLargeToSend(edits: readonly Edit[]): string | null {
  if (edits.length < 50_000) return null;
  const megabytes = JSON.stringify(edits).length / 1e6;
  if (megabytes <= mostMegabytes) return null;
  return fillText(errorCatalogue['change-too-large'].text, {
    count: edits.length.toLocaleString('en'),
    size: Math.ceil(megabytes),
    limit: mostMegabytes,
  });
}

function sameSet(a: ReadonlySet<number>, b: ReadonlySet<number>): boolean {
  if (a.size !== b.size) return false;
  for (const id of a) if (!b.has(id)) return false;
  return true;
}
