import { caseIndex } from '../names/case-index.js';
import { overlapsIn } from './overlaps.js';
import { branchBoxes } from './world-boxes.js';
import { applyChange } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { editSamples, sampleScene } from '../testing/edit-samples.js';
import { takeSnapshot, openSnapshot } from './snapshot.js';
import { strangeId } from './strange-id.js';

describe('an id for a new object', () => {
  const insert = (id: number): Edit => {
    const [sample] = editSamples.insert(sampleScene());
    if (sample?.kind !== 'insert') throw new Error('no sample');
    return { ...sample, branch: { ...sample.branch, data: { ...sample.branch.data, id } } };
  };
  it('is near those of the scene, or is named', () => {
    const scene = sampleScene();
    expect(strangeId(scene, [insert(scene.nextId)])).toBeNull();
    expect(strangeId(scene, [insert(scene.nextId + 90_000)])).toBeNull();
    expect(strangeId(scene, [insert(scene.nextId + 200_000)])).toBe(scene.nextId + 200_000);
    expect(strangeId(scene, [insert(2 ** 31)])).toBe(2 ** 31);
  });
  it('that an older log has far away leaves the scene open to new objects', () => {
    const scene = sampleScene();
    const next = scene.nextId;
    expect(applyChange(scene, { label: '', edits: [insert(2 ** 31)] }).ok).toBeTrue();
    expect(scene.nextId).toBe(next);
    expect(scene.get(2 ** 31).name).toBe('new');
    const again = openSnapshot({ ...takeSnapshot(scene), nextId: 2 ** 31 + 1 });
    expect(again.nextId).toBe(next);
    expect(again.size).toBe(scene.size);
    expect(again.world(2 ** 31)[0]).toBe(1);
    expect(applyChange(again, { label: '', edits: [insert(again.nextId)] }).ok).toBeTrue();
  });
  it('that an older log has far away costs no room when it is put in and moved', () => {
    for (const id of [2 ** 31, 2 ** 26 + 5]) {
      const scene = sampleScene();
      const ask = (): unknown => [branchBoxes(scene), overlapsIn(scene), caseIndex(scene)];
      ask();
      expect(applyChange(scene, { label: '', edits: [insert(id)] }).ok).toBeTrue();
      ask();
      scene.reparent(id, null, 0);
      ask();
      expect(branchBoxes(scene).length).toBe(scene.nextId * 6);
    }
  });
});
