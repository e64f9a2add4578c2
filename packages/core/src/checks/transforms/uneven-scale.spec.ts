import { testCheck } from '../../testing/check-tester.js';
import { unevenScale } from './uneven-scale.js';

testCheck(unevenScale, {
  valid: ['g ~2,2,2\n  m : mesh', 'm : mesh ~1,2,3', 'g ~-2,2,2\n  m : mesh'],
  invalid: [
    { scene: 'g ~1,2,3\n  m : mesh', findings: [{ at: '/g', messageId: 'uneven', message: 'uneven scale' }] },
  ],
});
