import { testCheck } from '../../testing/check-tester.js';
import { helperShape } from './helper-shape.js';

testCheck(helperShape, {
  prepare(scene) {
    (scene.shapes as unknown[]).push({ name: 'cut_vent', faces: 1, vertices: 3, bounds: null });
    for (const { id, name } of [...scene.walk()]) if (name.endsWith('vent')) scene.patch(id, { shape: 1 });
  },
  valid: ['door : mesh', 'cut_vent : mesh', 'vent : helper'],
  invalid: [
    { scene: 'vent : mesh', findings: [{ at: '/vent', messageId: 'left', message: 'has cut_vent' }] },
  ],
});
