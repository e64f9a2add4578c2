import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { instanceCount } from './instance-count.js';

testCheck(instanceCount, {
  convention: {
    ...partsConvention,
    checks: { 'instance-count': { severity: 'note', parameters: { most: 2 } } },
  },
  valid: ['a : mesh\nb : mesh', 'a : mesh\nb : mesh\nc'],
  invalid: [
    {
      scene: 'a : mesh\nb : mesh\nc : mesh',
      findings: [{ at: '/a', messageId: 'many', message: '3 instances' }],
    },
  ],
});
