import { applyChange, invertEdits, type Edit } from '@renquil/core/edits';
import { takeSnapshot } from '@renquil/core/scene';
import { randomEdit, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import type { LoggedChange } from '@renquil/api';
import { ChangeQueue } from './change-queue';

const outline = 'a\n  b : mesh\n  c : mesh\nd';
const rename = (object: number, from: string, to: string): Edit => ({ kind: 'rename', object, from, to });
const theirs = (revision: number, ...edits: Edit[]): LoggedChange => ({
  revision,
  id: `t${revision}`,
  author: 'Ines',
  authorId: 2,
  label: 'x',
  edits,
});

describe('ChangeQueue', () => {
  const mine = (queue: ChangeQueue, id: string, ...edits: Edit[]): void => {
    expect(applyChange(queue.scene, { label: id, edits }).ok).toBeTrue();
    queue.add({ id, label: id, edits });
  };
  it('puts changes of others under its own', () => {
    const queue = new ChangeQueue(sceneFromOutline(outline));
    mine(queue, 'm1', rename(2, 'b', 'mine'));
    const { lost } = queue.rebase([theirs(1, rename(3, 'c', 'theirs'))]);
    expect(lost).toEqual([]);
    expect([queue.scene.get(2).name, queue.scene.get(3).name]).toEqual(['mine', 'theirs']);
    expect(queue.pending.map((p) => p.id)).toEqual(['m1']);
  });
  it('gives up a change of its own that no longer applies, and says why', () => {
    const queue = new ChangeQueue(sceneFromOutline(outline));
    mine(queue, 'm1', rename(2, 'b', 'mine'));
    mine(queue, 'm2', rename(4, 'd', 'kept'));
    const { lost } = queue.rebase([theirs(1, rename(2, 'b', 'theirs'))]);
    expect(lost.map((l) => l.change.id)).toEqual(['m1']);
    expect(lost[0]!.detail).toContain('theirs');
    expect([queue.scene.get(2).name, queue.scene.get(4).name]).toEqual(['theirs', 'kept']);
  });
  it('knows its own change when it comes back among those of others', () => {
    const queue = new ChangeQueue(sceneFromOutline(outline));
    mine(queue, 'm1', rename(2, 'b', 'mine'));
    queue.rebase([
      { revision: 1, id: 'm1', author: 'Mo', authorId: 1, label: 'm1', edits: [rename(2, 'b', 'mine')] },
    ]);
    expect(queue.scene.get(2).name).toBe('mine');
    expect(queue.pending).toEqual([]);
  });
  it('ends equal to a scene that took the changes in the order of the server, whatever they are', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed);
      const queue = new ChangeQueue(sceneFromOutline(outline));
      const server = sceneFromOutline(outline);
      const missed: LoggedChange[] = [];
      for (let i = 1; i <= 3; i++) {
        const edits = randomEdit(server, random);
        // Ids of new objects are made by both sides; the law here is about changes that do not fight over one.
        if (edits.some((edit) => edit.kind === 'insert') || !applyChange(server, { label: '', edits }).ok)
          continue;
        missed.push(theirs(i, ...edits));
      }
      for (let i = 1; i <= 3; i++) {
        const edits = randomEdit(queue.scene, random);
        if (applyChange(queue.scene, { label: '', edits }).ok) queue.add({ id: `m${i}`, label: '', edits });
      }
      queue.rebase(missed);
      for (const { edits } of queue.pending)
        expect(applyChange(server, { label: '', edits }).ok)
          .withContext(`seed ${seed}`)
          .toBeTrue();
      expect(takeSnapshot(queue.scene).objects)
        .withContext(`seed ${seed}`)
        .toEqual(takeSnapshot(server).objects);
      for (const { edits } of [...queue.pending].reverse())
        expect(applyChange(queue.scene, { label: '', edits: invertEdits(edits) }).ok).toBeTrue();
    }
  });
});
