import { testCheck } from '../../testing/check-tester.js';
import { copies } from './copies.js';

testCheck(copies, {
  prepare(scene) {
    const shape = { name: 'bolt', faces: 1, vertices: 3, bounds: null, digest: 'x', bytes: 72 };
    (scene.shapes as unknown[]).push(shape, { ...shape, name: 'bolt.2' }, { ...shape, fixed: 'skinned' });
    for (const { id, name } of [...scene.walk()]) scene.patch(id, { shape: Number(name.slice(1)) || null });
  },
  valid: ['s1 : mesh\ns3 : mesh', 's1 : mesh\ng0'],
  invalid: [
    {
      scene: 's1 : mesh\ns2 : mesh',
      findings: [{ at: '/s2', messageId: 'copy', message: 'copy of bolt' }],
      fixed: 's1 : mesh\ns2 : mesh',
    },
  ],
});
