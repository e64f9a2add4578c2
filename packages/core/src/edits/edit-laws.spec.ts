import fc from 'fast-check';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import type { Scene } from '../scene/scene.js';
import { editSamples, randomEdit, sampleScene, seededRandom } from '../testing/index.js';
import { applyChange, invertEdits } from './change.js';
import type { Edit, EditKind } from './edit.js';
import { applyEdit, editRegistry, invertEdit, touchedBy } from './registry.js';

const stateOf = (scene: Scene): unknown => {
  const { nextId: _nextId, ...rest } = JSON.parse(JSON.stringify(takeSnapshot(scene))) as { nextId: number };
  return rest;
};

describe('edit laws', () => {
  const kinds = Object.keys(editRegistry) as EditKind[];
  it('cover every registered kind with at least one sample', () => {
    expect(kinds.length).toBeGreaterThanOrEqual(7);
    expect(Object.keys(editSamples).sort()).toEqual([...kinds].sort());
    for (const kind of kinds)
      expect(editSamples[kind](sampleScene()).length).withContext(kind).toBeGreaterThan(0);
  });
  for (const kind of kinds) {
    editSamples[kind](sampleScene()).forEach((_edit, i) => {
      const sample = (scene: Scene): Edit => editSamples[kind](scene)[i]!;
      it(`${kind} ${i + 1}: applied then inverted leaves the scene equal, indexes too`, () => {
        const scene = sampleScene();
        const before = stateOf(scene);
        const edit = sample(scene);
        expect(applyEdit(scene, edit)).toEqual({ ok: true });
        const after = stateOf(scene);
        if (kind !== 'set' || i < 3) expect(after).not.toEqual(before);
        expect(applyEdit(scene, invertEdit(edit))).toEqual({ ok: true });
        expect(stateOf(scene)).toEqual(before);
        const again = openSnapshot(takeSnapshot(scene));
        for (const object of again.walk()) {
          expect([...scene.withName(object.name)].sort()).toEqual([...again.withName(object.name)].sort());
          expect(scene.world(object.id)).toEqual(again.world(object.id));
        }
      });
      it(`${kind} ${i + 1}: survives JSON, and the inverse of the inverse is itself`, () => {
        const scene = sampleScene();
        const edit = sample(scene);
        const text = JSON.parse(JSON.stringify(edit)) as Edit;
        expect(invertEdit(invertEdit(text))).toEqual(text);
        expect(applyEdit(scene, text)).toEqual({ ok: true });
        expect(applyEdit(scene, invertEdit(text))).toEqual({ ok: true });
      });
      it(`${kind} ${i + 1}: applied twice is refused with a reason, the scene kept, or changes nothing`, () => {
        const scene = sampleScene();
        const edit = sample(scene);
        applyEdit(scene, edit);
        const before = stateOf(scene);
        const result = applyEdit(scene, edit);
        if (!result.ok) expect(result.detail.length).toBeGreaterThan(5);
        expect(stateOf(scene)).toEqual(before);
      });
      it(`${kind} ${i + 1}: names what it touches`, () => {
        const touch = touchedBy([sample(sampleScene())]);
        // Sets, layers, views, materials and shapes are records beside the tree: no object changes with them.
        if (!kind.startsWith('named-') && kind !== 'rename-thing')
          expect(touch.objects.size).toBeGreaterThan(0);
      });
    });
  }
  it('hold for random sequences: apply all, invert all, equal', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const random = seededRandom(seed);
        const scene = sampleScene();
        const before = stateOf(scene);
        const done: Edit[] = [];
        for (let i = 0; i < 40; i++) {
          const edits = randomEdit(scene, random);
          if (applyChange(scene, { label: '', edits }).ok) done.push(...edits);
        }
        const back = applyChange(scene, { label: '', edits: invertEdits(done) });
        expect(back.ok).toBeTrue();
        expect(stateOf(scene)).toEqual(before);
      }),
      { numRuns: 60 },
    );
  });
});

describe('applyChange', () => {
  it('swaps two names in one change', () => {
    const scene = sampleScene();
    const result = applyChange(scene, {
      label: 'swap',
      edits: [
        { kind: 'rename', object: 2, from: 'body', to: 'arm' },
        { kind: 'rename', object: 3, from: 'arm', to: 'body' },
      ],
    });
    expect(result.ok).toBeTrue();
    expect([scene.get(2).name, scene.get(3).name]).toEqual(['arm', 'body']);
  });
  it('is all or nothing, and says which edit was refused and why', () => {
    const scene = sampleScene();
    const before = stateOf(scene);
    const result = applyChange(scene, {
      label: 'half',
      edits: [
        { kind: 'rename', object: 2, from: 'body', to: 'x' },
        { kind: 'rename', object: 3, from: 'not this', to: 'y' },
      ],
    });
    expect(result).toEqual(jasmine.objectContaining({ ok: false, at: 1, code: 'expected-other', object: 3 }));
    expect(stateOf(scene)).toEqual(before);
  });
  it('refuses a cycle', () => {
    const scene = sampleScene();
    const local = scene.get(1).local;
    const to = { parent: 3, index: 0, local };
    const result = applyChange(scene, {
      label: '',
      edits: [{ kind: 'move', object: 1, from: { parent: null, index: 0, local }, to }],
    });
    expect(result).toEqual(jasmine.objectContaining({ ok: false, code: 'would-cycle' }));
  });
});
