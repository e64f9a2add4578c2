import { testCheck } from '../../testing/check-tester.js';
import { unused } from './unused.js';

testCheck(unused, {
  prepare: (scene) =>
    (scene.materials as unknown[]).push({ name: 'oak', colour: [1, 1, 1, 1] }) &&
    scene.patch(2, { materials: [0] }),
  valid: ['r\n  m : mesh'],
  invalid: [
    { scene: 'r\n  l : light', findings: [{ at: '/r', messageId: 'unused', message: '1 shape unused' }] },
  ],
});
