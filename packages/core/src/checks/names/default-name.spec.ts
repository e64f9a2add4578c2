import { testCheck } from '../../testing/check-tester.js';
import { defaultName } from './default-name.js';

testCheck(defaultName, {
  valid: [
    'L_door001_steel_geo : mesh',
    'lampshade : mesh',
    'boxer : mesh',
    'handrail_brass : mesh',
    'copyCounter : mesh',
    'news_stand : mesh',
    'lines_grp',
  ],
  invalid: [
    ...['mesh_0', 'group3', 'Cube', 'Cube_2', 'polySurface12', 'null1', 'Untitled', 'new_2'].map((name) => ({
      scene: `${name} : mesh`,
      findings: [{ at: `/${name}`, messageId: 'generated', message: 'default name' }],
    })),
    ...['door_new', 'lampFinal', 'rail old', 'seat_wip2'].map((name) => ({
      scene: `${name} : mesh`,
      findings: [{ at: `/${name}`, messageId: 'unfinished', message: 'left from work' }],
    })),
    ...['door.001', 'pulley1_dup', 'lamp copy', 'bench (2)', 'seat_copy3'].map((name) => ({
      scene: `${name} : mesh`,
      findings: [{ at: `/${name}`, messageId: 'copied' }],
    })),
  ],
});
