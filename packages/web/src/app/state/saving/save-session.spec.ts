import { applyChange, type Edit } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { randomEdit, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import type { LoggedChange } from '@renquil/api';
import { MemoryStore } from '../../../testing/memory-store';
import type { Pending } from './change-queue';
import { saveWords } from './save-state';
import { SaveSession, type ChangeStore, type SaveListener, type SaveServer } from './save-session';

const outline = 'a\n  b : mesh\n  c : mesh\nd';
const rename = (object: number, from: string, to: string): Edit => ({ kind: 'rename', object, from, to });
const copyOf = (scene: Scene): Scene => openSnapshot(structuredClone(takeSnapshot(scene)));
const failure = (code: string): Error => Object.assign(new Error(code), { code });

/** A server of one scene that keeps the server's promises, over a line that keeps none. */
class FakeServer {
  readonly scene = sceneFromOutline(outline);
  readonly log: LoggedChange[] = [];
  /** What becomes of the next request: well, no answer, answer lost, or the code of an error. */
  line: () => string = () => 'well';
  get revision(): number {
    return this.log.length;
  }
  commit(change: Pending, base: number, authorId: number): { revision: number; missed: LoggedChange[] } {
    const known = this.log.findIndex(({ id }) => id === change.id);
    const missed = (before: number): LoggedChange[] => this.log.slice(base, before);
    if (known >= 0) return { revision: known + 1, missed: missed(known) };
    const result = applyChange(this.scene, structuredClone(change));
    if (!result.ok) throw failure(base < this.revision ? 'change-conflict' : 'change-invalid');
    const revision = this.revision + 1;
    const made = { revision, missed: missed(this.revision) };
    this.log.push({ revision, authorId, author: 'x', ...structuredClone(change) });
    return made;
  }
  api(): SaveServer {
    const over = async <T>(work: () => T): Promise<T> => {
      const how = this.line();
      await Promise.resolve();
      if (how === 'no answer') throw failure('offline');
      if (how !== 'well' && how !== 'answer lost') throw failure(how);
      const answer = work();
      await Promise.resolve();
      if (how === 'answer lost') throw failure('offline');
      return structuredClone(answer);
    };
    return {
      post: (change, base) => over(() => this.commit(change, base, 1)),
      changesAfter: (revision) =>
        over(() => ({ revision: this.revision, changes: this.log.slice(revision) })),
      reload: async () => {
        await over(() => null);
        return { scene: copyOf(this.scene), revision: this.revision };
      },
    };
  }
}
interface Page {
  readonly session: SaveSession;
  readonly lost: Pending[];
  /** What follows the edits that the listener is told, as the worker does. */
  readonly follower: () => Scene;
}
function openPage(server: FakeServer, store: ChangeStore): Page {
  const lost: Pending[] = [];
  const scene = copyOf(server.scene);
  let follower = copyOf(scene);
  const follow = (edits: readonly Edit[]): void =>
    void expect(applyChange(follower, { label: '', edits }).ok).toBeTrue();
  const listener: SaveListener = {
    applied: (all) => all.forEach(follow),
    lost: (change) => lost.push(change),
    took: () => undefined,
    replaced: (fresh) => (follower = copyOf(fresh)),
    changed: () => undefined,
  };
  const session = new SaveSession({ scene, revision: server.revision }, server.api(), store, listener);
  return { session, lost, follower: () => follower };
}
/** Lets everything that is not waiting for a clock run to its end. */
const rest = async (turns = 60): Promise<void> => {
  for (let i = 0; i < turns; i++) await Promise.resolve();
};

describe('a save session', () => {
  let server: FakeServer;
  let store: MemoryStore;
  beforeEach(() => {
    jasmine.clock().install();
    [server, store] = [new FakeServer(), new MemoryStore()];
  });
  afterEach(() => jasmine.clock().uninstall());
  const make = (page: Page, id: string, ...edits: Edit[]): void =>
    void expect(page.session.apply({ id, label: id, edits }).ok)
      .withContext(id)
      .toBeTrue();

  for (const code of [
    'offline',
    'internal',
    'database-unavailable',
    'storage-full',
    'server-busy',
    'anything else',
  ])
    it(`keeps a change that was answered with "${code}", and sends it again`, async () => {
      const page = openPage(server, store);
      server.line = () => code;
      make(page, 'kept', rename(2, 'b', 'x'));
      await rest();
      expect([page.session.status.state, page.session.scene.get(2).name, store.kept.size]).toEqual([
        'offline',
        'x',
        1,
      ]);
      expect(saveWords(page.session.status)).toBe('1 edit waits for the server');
      server.line = () => 'well';
      jasmine.clock().tick(1100);
      await rest();
      expect([page.session.status.state, server.scene.get(2).name, store.kept.size]).toEqual([
        'saved',
        'x',
        0,
      ]);
    });
  it('keeps all when the session has ended, and sends on once one has signed in again', async () => {
    const page = openPage(server, store);
    server.line = () => 'not-signed-in';
    make(page, 'one', rename(2, 'b', 'x'));
    make(page, 'two', rename(3, 'c', 'y'));
    await rest();
    jasmine.clock().tick(100_000);
    await rest();
    expect(saveWords(page.session.status)).toBe('sign in to send 2 edits');
    expect([page.lost.length, page.session.scene.get(3).name]).toEqual([0, 'y']);
    server.line = () => 'well';
    page.session.resume();
    await rest();
    expect([saveWords(page.session.status), server.log.length]).toEqual(['saved', 2]);
  });
  it('keeps all when it may not, and says so', async () => {
    const page = openPage(server, store);
    server.line = () => 'not-allowed';
    make(page, 'one', rename(2, 'b', 'x'));
    await rest();
    expect(saveWords(page.session.status)).toBe('1 edit cannot be sent');
    expect(store.kept.size).toBe(1);
  });
  it('takes back only what can never be taken, and keeps what came after it', async () => {
    const page = openPage(server, store);
    server.commit({ id: 't', label: 't', edits: [rename(2, 'b', 'theirs')] }, 0, 2);
    make(page, 'lost', rename(2, 'b', 'mine'));
    make(page, 'kept', rename(3, 'c', 'y'));
    await rest();
    expect([page.lost.map(({ id }) => id), page.session.scene.get(2).name, server.scene.get(3).name]).toEqual(
      [['lost'], 'theirs', 'y'],
    );
    expect([page.session.revision, store.kept.size]).toEqual([2, 0]);
  });
  it('reads the scene anew when a change of others does not apply, and puts its own on top', async () => {
    const page = openPage(server, store);
    // This copy has drifted.
    applyChange(page.session.scene, { label: '', edits: [rename(4, 'd', 'drifted')] });
    applyChange(page.follower(), { label: '', edits: [rename(4, 'd', 'drifted')] });
    server.commit({ id: 't', label: 't', edits: [rename(4, 'd', 'theirs')] }, 0, 2);
    make(page, 'mine', rename(2, 'b', 'x'));
    make(page, 'gone', rename(4, 'drifted', 'y'));
    page.session.heard(1);
    await rest();
    expect([page.session.scene.get(4).name, page.session.scene.get(2).name]).toEqual(['theirs', 'x']);
    expect(page.lost.map(({ id }) => id)).toEqual(['gone']);
    expect(saveWords(page.session.status)).toBe('saved');
    make(page, 'after', rename(3, 'c', 'z'));
    await rest();
    expect(server.scene.get(3).name).toBe('z');
  });
  it('settles when all is acknowledged, and says what waits when it is not', async () => {
    const page = openPage(server, store);
    await page.session.settled();
    make(page, 'one', rename(2, 'b', 'x'));
    let done = false;
    const settled = page.session.settled().then(() => (done = true));
    expect(done).toBeFalse();
    await rest();
    await settled;
    server.line = () => 'offline';
    make(page, 'two', rename(3, 'c', 'y'));
    await rest();
    await expectAsync(page.session.settled()).toBeRejectedWithError(
      /One edit has not reached the server yet/,
    );
  });
  it('takes up what an earlier page left, in order, each once', async () => {
    const first = openPage(server, store);
    server.line = () => 'answer lost';
    make(first, 'committed', rename(2, 'b', 'x'));
    await rest();
    server.line = () => 'no answer';
    make(first, 'waiting', rename(2, 'x', 'z'));
    first.session.close();
    expect([server.log.length, store.kept.size]).toEqual([1, 2]);
    server.line = () => 'well';
    const second = openPage(server, store);
    await second.session.restore();
    await rest();
    expect(server.log.map(({ id }) => id)).toEqual(['committed', 'waiting']);
    expect([second.session.scene.get(2).name, store.kept.size, second.lost.length]).toEqual(['z', 0, 0]);
  });

  it('loses nothing and doubles nothing, whatever happens between one page, its scenes, the line and other people', async () => {
    for (let seed = 1; seed <= 150; seed++) {
      const random = seededRandom(seed);
      const servers = [new FakeServer(), new FakeServer()];
      const stores = [new MemoryStore(), new MemoryStore()];
      const made: Set<string>[] = [new Set(), new Set()];
      const lost: string[] = [];
      const faults = ['no answer', 'answer lost', 'internal', 'not-signed-in', 'storage-full', 'not-allowed'];
      let trouble = 0;
      for (const one of servers)
        one.line = () => (random() < trouble ? faults[Math.floor(random() * faults.length)]! : 'well');
      let at = 0;
      let page = openPage(servers[0]!, stores[0]!);
      const all = [page];
      const turn = async (): Promise<void> => {
        const dice = random();
        if (dice < 0.4) {
          const edits = randomEdit(page.session.scene, random);
          const id = `s${seed}-${made[0]!.size + made[1]!.size}`;
          if (edits.length && page.session.apply({ id, label: id, edits }).ok) made[at]!.add(id);
        } else if (dice < 0.55) {
          const other = servers[at]!;
          const edits = randomEdit(other.scene, random).filter((edit) => edit.kind !== 'insert');
          const id = `t${seed}-${other.log.length}`;
          try {
            if (edits.length) other.commit({ id, label: id, edits }, other.revision, 2);
          } catch {
            // It did not fit.
          }
          page.session.heard(other.revision);
        } else if (dice < 0.65) trouble = random() < 0.5 ? 0 : 0.7;
        else if (dice < 0.75) page.session.resume();
        else if (dice < 0.85) jasmine.clock().tick(Math.floor(random() * 3000));
        else if (dice < 0.92) {
          // Another scene, or the page closed and opened again: a request may be on its way all the while.
          page.session.close();
          at = Math.floor(random() * 2);
          page = openPage(servers[at]!, stores[at]!);
          all.push(page);
          void page.session.restore();
        } else await rest();
        for (let i = Math.floor(random() * 5); i > 0; i--) await Promise.resolve();
      };
      for (let i = 0; i < 60; i++) await turn();
      trouble = 0;
      for (const i of [0, 1]) {
        page.session.close();
        await rest();
        page = openPage(servers[i]!, stores[i]!);
        all.push(page);
        await page.session.restore();
        page.session.heard(servers[i]!.revision);
        page.session.resume();
        await rest(1500);
        const context = `seed ${seed}, scene ${i + 1}`;
        expect(saveWords(page.session.status)).withContext(context).toBe('saved');
        expect(takeSnapshot(page.session.scene).objects)
          .withContext(context)
          .toEqual(takeSnapshot(servers[i]!.scene).objects);
        expect(takeSnapshot(page.follower()).objects)
          .withContext(context)
          .toEqual(takeSnapshot(page.session.scene).objects);
      }
      lost.push(...all.flatMap((one) => one.lost.map(({ id }) => id)));
      for (const i of [0, 1]) {
        const logged = servers[i]!.log.filter(({ authorId }) => authorId === 1).map(({ id }) => id);
        expect(new Set(logged).size).withContext(`seed ${seed}: doubled`).toBe(logged.length);
        for (const id of logged)
          expect(made[i]!.has(id)).withContext(`seed ${seed}: ${id} is in another scene's log`).toBeTrue();
        for (const id of made[i]!)
          expect(logged.includes(id) || lost.includes(id))
            .withContext(`seed ${seed}: ${id} is gone without a word`)
            .toBeTrue();
        for (const id of logged)
          expect(lost).withContext(`seed ${seed}: ${id} was said to be lost`).not.toContain(id);
      }
    }
  });
});
