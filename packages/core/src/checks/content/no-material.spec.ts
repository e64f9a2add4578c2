import { testCheck } from '../../testing/check-tester.js';
import { noMaterial } from './no-material.js';

testCheck(noMaterial, {
  valid: ['g\n  c : camera', 'cut_m : mesh'],
  invalid: [{ scene: 'm : mesh', findings: [{ at: '/m', messageId: 'none', message: 'no material' }] }],
});
