import { editSamples, sampleScene } from '../testing/index.js';
import type { EditKind } from './edit.js';
import { sayEdits } from './say-edits.js';

describe('edits in words', () => {
  for (const kind of Object.keys(editSamples) as EditKind[])
    it(`say what a ${kind} does`, () => {
      const scene = sampleScene();
      for (const edit of editSamples[kind](scene)) expect(sayEdits(scene, [edit])).toMatch(/^[a-z].{5,}/);
    });
  it('say each thing once, three at most', () => {
    const scene = sampleScene();
    const renames = ['a', 'b', 'c', 'd'].map((to) => ({
      kind: 'rename' as const,
      object: 4,
      from: 'hand',
      to,
    }));
    expect(sayEdits(scene, renames)).toBe(
      'rename "hand" to "a", rename "hand" to "b", rename "hand" to "c" and 1 more',
    );
    const order = { parent: 1, local: scene.get(2).local };
    const move = {
      kind: 'move' as const,
      object: 2,
      from: { ...order, index: 0 },
      to: { ...order, index: 1 },
    };
    expect(sayEdits(scene, [move, move])).toBe('put objects in order');
  });
});
