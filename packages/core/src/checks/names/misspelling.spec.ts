import { testCheck } from '../../testing/check-tester.js';
import { misspelling } from './misspelling.js';

const sheaves = 'sheave001 : mesh\nsheave002 : mesh\nsheave003 : mesh';
testCheck(misspelling, {
  valid: [
    sheaves,
    `${sheaves}\nsheaves_grp`,
    // Used as often as the other: a word of its own.
    `${sheaves}\nsheath001 : mesh\nsheath002 : mesh`,
    // Four letters and another first one: hall is no wall.
    'wall1 : mesh\nwall2 : mesh\nwall3 : mesh\nhall : mesh',
    'door : mesh\ndoot : mesh',
  ],
  invalid: [
    {
      scene: `${sheaves}\nsheeve_LB_2 : mesh`,
      findings: [{ at: '/sheeve_LB_2', messageId: 'slip', message: 'spelling: sheave' }],
      fixed: `${sheaves}\nsheave_LB_2 : mesh`,
    },
    {
      scene: 'Bolt1 : mesh\nBolt2 : mesh\nBolt3 : mesh\nBlot4 : mesh',
      findings: [{ at: '/Blot4', messageId: 'slip', message: 'spelling: Bolt' }],
      fixed: 'Bolt1 : mesh\nBolt2 : mesh\nBolt3 : mesh\nBolt4 : mesh',
    },
  ],
});
