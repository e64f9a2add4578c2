import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { faceBudget } from './face-budget.js';

testCheck(faceBudget, {
  convention: { ...partsConvention, checks: { 'face-budget': { parameters: { object: 11, asset: 30 } } } },
  valid: ['a : light'],
  invalid: [
    { scene: 'a : mesh', findings: [{ at: '/a', messageId: 'object', message: '12 faces' }] },
    {
      scene: 'r\n  a : mesh\n  b : mesh\n  c : mesh',
      findings: [
        { at: '/r', messageId: 'asset', message: '36 faces in all' },
        ...['a', 'b', 'c'].map((name) => ({ at: `/r/${name}`, messageId: 'object' })),
      ],
    },
  ],
});
