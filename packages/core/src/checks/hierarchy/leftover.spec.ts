import { testCheck } from '../../testing/index.js';
import { leftover } from './leftover.js';

testCheck(leftover, {
  valid: [
    'hull\nhull_1 : mesh',
    'hull\nhullPlate : mesh\nhullRail : mesh',
    'hull\n  hull_1 : mesh\n  hull_2 : mesh',
    'hull : mesh\nhull_1 : mesh\nhull_2 : mesh',
    'root\n  hull\nhull_1 : mesh\nhull_2 : mesh',
  ],
  invalid: [
    {
      scene: 'hull\nhull.001 : mesh\nhull.002 : mesh',
      findings: [{ at: '/hull', messageId: 'split', message: 'left over' }],
      fixed: 'hull.001 : mesh\nhull.002 : mesh',
    },
    {
      scene: 'root\n  door_part1 : mesh\n  door : locator\n  door b : mesh',
      findings: [{ at: '/root/door', messageId: 'split' }],
      fixed: 'root\n  door_part1 : mesh\n  door b : mesh',
    },
  ],
});
