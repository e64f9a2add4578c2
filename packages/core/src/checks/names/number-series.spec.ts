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
      findings: [
        { at: '/a003', messageId: 'gap', message: '002 missing' },
        { at: '/a007', messageId: 'gap', message: '004 to 006 missing' },
      ],
    },
    {
      scene: 'a02_geo : mesh\na03_geo : mesh',
      findings: [{ at: '/a02_geo', messageId: 'start', message: 'starts at 02' }],
    },
    {
      scene: 'a1 : mesh\na01 : mesh',
      findings: [{ at: '/a01', messageId: 'repeat', message: '01 is 1 too' }],
    },
  ],
});
