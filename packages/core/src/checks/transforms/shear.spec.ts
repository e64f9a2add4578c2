import { newGroup } from '../../scene/new-group.js';
import { Scene } from '../../scene/scene.js';
import type { CheckContext } from '../check.js';
import { testCheck } from '../../testing/check-tester.js';
import { shear } from './shear.js';

const half = Math.SQRT1_2;
testCheck(shear, {
  prepare(scene) {
    for (const { id, name, local } of [...scene.walk()]) {
      if (name.startsWith('turned') && 's' in local)
        scene.patch(id, { local: { ...local, r: [0, 0, Math.sin(Math.PI / 8), Math.cos(Math.PI / 8)] } });
      if (name === 'quarter' && 's' in local) scene.patch(id, { local: { ...local, r: [0, 0, half, half] } });
      if (name === 'slanted')
        scene.patch(id, { local: { m: [1, 0, 0, 0, 0.5, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1] } });
    }
  },
  valid: [
    'a ~2,2,2\n  turned : mesh',
    'a ~1,2,1\n  b : mesh',
    'a ~1,2,1\n  quarter : mesh',
    'turned\n  b : mesh ~1,2,1',
  ],
  invalid: [
    {
      scene: 'a ~1,2,1\n  b\n    turned : mesh\n      c : mesh',
      findings: [{ at: '/a/b/turned', messageId: 'above', message: 'sheared' }],
    },
    {
      scene: 'slanted : mesh',
      findings: [{ at: '/slanted', messageId: 'own' }],
    },
  ],
});

describe('check shear in a deep scene', () => {
  it('looks at each object once, however many uneven scales hang in each other', () => {
    const scene = new Scene();
    const local = { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 2, 1] } as const;
    for (let id = 1; id <= 3000; id++)
      scene.append({ ...newGroup(id, 'g'), local }, id === 1 ? null : id - 1);
    const context = { scene } as CheckContext;
    expect([...shear.candidates!(context)]).toHaveSize(3000);
  });
});
