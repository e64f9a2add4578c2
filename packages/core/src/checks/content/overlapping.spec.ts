import { testCheck } from '../../testing/check-tester.js';
import { overlapping } from './overlapping.js';

testCheck(overlapping, {
  valid: ['a : mesh\ncut_a : mesh', 'a : mesh\nb : mesh @1,0,0', 'a : mesh\ng\n  h'],
  invalid: [
    {
      scene: 'a : mesh @1,0,0\ng @1,0,0\n  b : mesh\n  c : mesh',
      findings: [
        { at: '/g/b', messageId: 'on', message: 'lies on another' },
        { at: '/g/c', messageId: 'on' },
      ],
    },
  ],
});
