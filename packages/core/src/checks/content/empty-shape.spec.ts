import { testCheck } from '../../testing/check-tester.js';
import { emptyShape } from './empty-shape.js';

testCheck(emptyShape, {
  prepare(scene) {
    (scene.shapes as unknown[]).push(
      { name: 'none', faces: 0, vertices: 0, bounds: null },
      { name: 'points', faces: 0, vertices: 9, bounds: null },
    );
    for (const { id, name } of [...scene.walk()]) {
      if (name.startsWith('none')) scene.patch(id, { shape: 1 });
      if (name.startsWith('points')) scene.patch(id, { shape: 2 });
    }
  },
  valid: ['a : mesh\nb\n  c : light', 'points : control'],
  invalid: [
    {
      scene: 'none : mesh',
      findings: [{ at: '/none', messageId: 'empty', message: 'nothing in its shape' }],
    },
    { scene: 'points : mesh', findings: [{ at: '/points', messageId: 'faceless', message: 'no faces' }] },
  ],
});
