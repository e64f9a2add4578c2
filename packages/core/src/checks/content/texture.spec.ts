import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { texture } from './texture.js';

testCheck(texture, {
  convention: { ...partsConvention, checks: { texture: { parameters: { most: 4096 } } } },
  prepare(scene) {
    const material = (name: string, ...images: object[]) => ({ name, colour: [1, 1, 1, 1], images });
    (scene.materials as unknown[]).push(
      material('oak', { index: 0, name: 'oak.png', width: 1024, height: 512 }),
      material('steel', { index: 1, name: 'steel.png', missing: true }),
      material('glass', { index: 2, name: 'glass.png', unreadable: true }),
      material(
        'brass',
        { index: 0, name: 'oak.png', width: 1024, height: 512 },
        { index: 3, name: 'b.png', width: 300, height: 512 },
      ),
      material('enamel', { index: 4, name: 'e.png', width: 8192, height: 8192 }),
    );
    for (const { id, name } of [...scene.walk()])
      scene.patch(id, { materials: [...name.matchAll(/\d/g)].map(([one]) => Number(one)) });
  },
  valid: ['a0 : mesh', 'a : mesh'],
  invalid: [
    {
      scene: 'a1 : mesh\nb1 : mesh\nc0 : mesh',
      findings: [{ at: '/a1', messageId: 'missing', message: 'steel.png is missing' }],
    },
    { scene: 'a2 : mesh', findings: [{ at: '/a2', messageId: 'unreadable' }] },
    { scene: 'a03 : mesh', findings: [{ at: '/a03', messageId: 'odd', message: 'b.png is 300 x 512' }] },
    { scene: 'a4 : mesh', findings: [{ at: '/a4', messageId: 'large' }] },
  ],
});
