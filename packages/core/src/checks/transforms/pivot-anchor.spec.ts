import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { pivotAnchor } from './pivot-anchor.js';

testCheck(pivotAnchor, {
  convention: {
    ...partsConvention,
    checks: { 'pivot-anchor': { parameters: { wishes: [{ query: 'kind:group', anchor: [0, -1, 0] }] } } },
  },
  valid: ['g\n  m : mesh @0,1,0', 'g', 'm : mesh'],
  invalid: [
    {
      scene: 'g @0,3,0\n  m : mesh',
      findings: [{ at: '/g', messageId: 'away', message: 'pivot 1 m off' }],
      fixed: 'g\n  m : mesh',
    },
  ],
});
