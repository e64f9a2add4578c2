import { testCheck } from '../../testing/check-tester.js';
import { materialCopies } from './material-copies.js';

testCheck(materialCopies, {
  prepare(scene) {
    const colour = [1, 1, 1, 1] as const;
    (scene.materials as unknown[]).push(
      { name: 'oak', colour, digest: 'x' },
      { name: 'steel', colour, digest: 'y' },
      { name: 'oak.001', colour, digest: 'x' },
      { name: 'old', colour },
      { name: 'older', colour },
      { name: 'steel', colour, digest: 'y' },
    );
    for (const { id, name } of [...scene.walk()])
      scene.patch(id, { materials: [...name.matchAll(/\d/g)].map(([one]) => Number(one)) });
  },
  valid: ['a0 : mesh\nb1 : mesh', 'a2 : mesh', 'a34 : mesh', 'a0 : mesh\nb0 : mesh'],
  invalid: [
    {
      scene: 'a1 : mesh\nb5 : mesh',
      findings: [{ at: '/b5', messageId: 'twice' }],
      fixed: 'a1 : mesh\nb5 : mesh',
    },
    {
      scene: 'a0 : mesh\nb12 : mesh\nc2 : mesh',
      findings: [{ at: '/b12', messageId: 'copy', message: 'material like oak' }],
      fixed: 'a0 : mesh\nb12 : mesh\nc2 : mesh',
    },
  ],
});
