import { applyChange } from '@renquil/core/edits';
import { objectsAt, openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { randomEdit, randomTree, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import { FileUnits } from '../file-units.js';
import { parseChangeList } from '../schemas/change-list.js';
import { applyChangeList } from './apply-change-list.js';
import type { ListedChange } from './change-list.js';
import { changesBetween } from './changes-between.js';

const copy = (scene: Scene): Scene => openSnapshot(takeSnapshot(scene));
/** All that a list carries. */
const told = (scene: Scene): object[] =>
  [...scene.walk()].map(({ id, name, parent, local, layer, switches, mark, attributes }) => ({
    ...{ id, name, parent, local, layer, switches, mark },
    attributes: Object.fromEntries(Object.entries(attributes).filter(([, value]) => value !== null)),
  }));
/** Runs a list one change at a time and looks at the names in between. */
function run(scene: Scene, changes: readonly ListedChange[], look: (at: number) => void): void {
  changes.forEach((change, at) => {
    const id = change.op === 'remove' ? change.objects[0] : 'object' in change ? change.object : 0;
    if (change.path) expect(objectsAt(scene, change.path)).toContain(id as number);
    applyChangeList(
      scene,
      parseChangeList(JSON.parse(JSON.stringify({ renquil: 'changes/1', changes: [change] }))),
    );
    look(at);
  });
}
const twins = (scene: Scene): number =>
  [...scene.names()].reduce((n, name) => n + scene.withName(name).size - 1, 0);

describe('the way from one state to another', () => {
  const ops = (from: string, edit: (scene: Scene) => void): string[] => {
    const before = sceneFromOutline(from);
    const after = copy(before);
    edit(after);
    return changesBetween(before, after).changes.map((c) =>
      `${c.op} ${c.path} ${'to' in c ? String(c.to as string) : 'under' in c ? (c.under ?? '') : ''}`.trim(),
    );
  };
  it('is nothing when nothing changed', () => expect(ops('a\n  b', () => undefined)).toEqual([]));
  it('swaps two names through a free one', () =>
    expect(
      ops('a\nb', (s) => {
        s.patch(1, { name: 'b' });
        s.patch(2, { name: 'a' });
      }),
    ).toEqual(['rename /a b_1', 'rename /b a', 'rename /b_1 b']));
  it('gives a name only when it is free', () =>
    expect(
      ops('a\nb\nc', (s) => {
        s.patch(1, { name: 'b' });
        s.patch(2, { name: 'c' });
        s.patch(3, { name: 'd' });
      }),
    ).toEqual(['rename /c d', 'rename /b c', 'rename /a b']));
  it('turns a branch over without hanging anything below itself', () =>
    expect(
      ops('a\n  b\n    c', (s) => {
        s.reparent(3, null, 0);
        s.reparent(2, 3, 0);
        s.reparent(1, 2, 0);
      }),
    ).toEqual(['move /a/b/c', 'move /a/b 3', 'move /a 2']));
  it('gives way to one of the same name that is there for a while', () =>
    expect(
      ops('p\n  a\nq\n  a', (s) => {
        s.reparent(2, 3, 0);
        s.reparent(4, 1, 0);
      }),
    ).toEqual(['rename /q/a a_1', 'move /q/a_1 1', 'move /p/a 3', 'rename /p/a_1 a']));
  it('says which of what changed it does not hold', () => {
    const before = sceneFromOutline('a : mesh\nb');
    const after = copy(before);
    after.keepSet('s', { name: 's', how: 'fixed', objects: [1] });
    after.patch(1, { rest: { t: [1, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    expect(changesBetween(before, after)).toEqual({
      renquil: 'changes/1',
      changes: [],
      left: { rests: 1, sets: 1 },
    });
  });
  it('measures as the file does', () => {
    const before = sceneFromOutline('a');
    const after = copy(before);
    after.patch(1, { local: { t: [1, 2, 3], r: [0, 0.6, 0, 0.8], s: [1, 2, 3] } });
    const list = changesBetween(before, after, {
      units: new FileUnits(0.01, true),
      sourceOf: (id) => `#${id}`,
    });
    const to = { t: [100, -300, 200], r: [0, 0, 0.6, 0.8], s: [1, 3, 2] };
    const was = { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] };
    expect(list).toEqual({
      ...{ renquil: 'changes/1', metersPerUnit: 0.01, up: 'Z' },
      changes: [{ op: 'transform', object: 1, source: '#1', path: '/a', was, to } as unknown as ListedChange],
    });
    applyChangeList(before, parseChangeList(JSON.parse(JSON.stringify(list))));
    expect(before.get(1).local).toEqual(after.get(1).local);
  });
  it('is refused where the scene is not what it was made for', () => {
    const scene = sceneFromOutline('a\nb');
    const apply = (change: object) => () =>
      applyChangeList(scene, parseChangeList({ renquil: 'changes/1', changes: [change] }));
    expect(apply({ op: 'rename', object: 1, was: 'x', to: 'y' })).toThrowError(
      /change 1: it was to be "x" before, and is "a"/,
    );
    expect(apply({ op: 'move', object: 1, was: 2, under: null })).toThrowError(/is null/);
    expect(apply({ op: 'set', object: 1, was: false, field: 'goes', value: true })).toThrowError(/is true/);
    expect(apply({ op: 'remove', objects: [2], was: 'a' })).toThrowError(/is "b"/);
    expect(apply({ op: 'create', object: 2, name: 'c', under: null })).toThrowError(/change 1/);
    expect(apply({ op: 'move', object: 1, under: null, after: 1 })).toThrowError(/another parent/);
  });

  it('law: random edits come back change by change, and a list of unique names gives none twice on its way', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const before = randomTree(random, 30, 'any');
      const after = copy(before);
      for (let n = 0; n < 40; n++) applyChange(after, { label: '', edits: randomEdit(after, random) });
      const isUnique = seed % 2 === 0;
      // Some names of before in new places, none twice.
      if (isUnique) {
        const names = [...before.names(), ...Array.from({ length: 40 }, (_, i) => `x${i}`)].sort(
          () => random() - 0.5,
        );
        for (const { id } of [...after.walk()]) after.patch(id, { name: names.pop()! });
      }
      const list = changesBetween(before, after);
      const now = copy(before);
      run(now, list.changes, (at) => {
        if (isUnique && twins(now))
          fail(`seed ${seed}: change ${at + 1} of ${JSON.stringify(list.changes)} gives a name twice`);
      });
      expect(told(now)).withContext(`seed ${seed}`).toEqual(told(after));
      // And in one go, all or nothing.
      const whole = copy(before);
      applyChangeList(whole, parseChangeList(JSON.parse(JSON.stringify(list))));
      expect(told(whole)).withContext(`seed ${seed}`).toEqual(told(after));
    }
  });
});
