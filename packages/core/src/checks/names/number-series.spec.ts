import { testCheck } from '../../testing/check-tester.js';
import { numberSeries } from './number-series.js';

testCheck(numberSeries, {
  valid: [
    'a001 : mesh\na002 : mesh\na003 : mesh',
    'a005 : mesh',
    'a001 : mesh\nb004 : mesh',
    'a : mesh\nb : mesh',
  ],
  invalid: [
    {
      scene: 'a001 : mesh\na003 : mesh\na007 : mesh',
      findings: [{ at: '/a001', messageId: 'gap', message: '002, 004 to 006 missing' }],
    },
    {
      scene: [1, 3, 5, 7, 9, 11, 13].map((n) => `a${n} : mesh`).join('\n'),
      findings: [{ at: '/a1', messageId: 'gap', message: '2, 4, 6, 8 and 2 more missing' }],
    },
    {
      scene: 'a02_geo : mesh\na03_geo : mesh',
      findings: [{ at: '/a02_geo', messageId: 'start', message: 'starts at 02' }],
    },
    {
      scene: 'a1 : mesh\na01 : mesh',
      findings: [{ at: '/a1', messageId: 'repeat', message: '01 is 1 too' }],
    },
  ],
});
