import type { Box } from '../../math/box.js';
import { testCheck } from '../../testing/check-tester.js';
import { leavesSide } from './leaves-side.js';

/** Two pairs, so that the plane is known. */
const pairs = `root
  L_lamp001_glass_geo : mesh @3,0,0
  R_lamp001_glass_geo : mesh @-3,0,0
  L_lamp002_glass_geo : mesh @3,0,4
  R_lamp002_glass_geo : mesh @-3,0,4`;
const moved = (name: string, x: number): string => `${pairs}\n  ${name} : mesh @${x},0,9`;

testCheck(leavesSide, {
  prepare(scene) {
    const boxes: Record<string, Box> = {
      L_wing001_oak_geo: { min: [-6, 0, 0], max: [3, 0, 0] },
      L_wing002_oak_geo: { min: [0.5, 0, 0], max: [9, 0, 0] },
      wing003_oak_geo: { min: [-9, 0, 0], max: [9, 0, 0] },
    };
    for (const { id, name } of scene.walk())
      if (boxes[name]) (scene.motion as Map<number, Box>).set(id, boxes[name]);
  },
  valid: [moved('L_wing002_oak_geo', 3), moved('wing003_oak_geo', 3)],
  invalid: [
    {
      scene: moved('L_wing001_oak_geo', 3),
      findings: [{ at: '/root/L_wing001_oak_geo', messageId: 'other', message: 'moves right' }],
    },
  ],
});
