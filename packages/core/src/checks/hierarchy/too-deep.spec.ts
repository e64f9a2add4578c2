import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { tooDeep } from './too-deep.js';

testCheck(tooDeep, {
  convention: { ...partsConvention, checks: { 'too-deep': { parameters: { most: 2 } } } },
  valid: ['a\n  b : mesh'],
  invalid: [
    {
      scene: 'a\n  b\n    c : mesh',
      findings: [{ at: '/a/b/c', messageId: 'deep', message: '3 levels deep' }],
    },
  ],
});
