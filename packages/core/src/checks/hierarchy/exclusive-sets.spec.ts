import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { exclusiveSets } from './exclusive-sets.js';

testCheck(exclusiveSets, {
  convention: {
    ...partsConvention,
    checks: { 'exclusive-sets': { parameters: { groups: [['near', 'far', 'gone']] } } },
  },
  prepare(scene) {
    scene.keepSet('near', { name: 'near', how: 'fixed', objects: [1] });
    scene.keepSet('far', { name: 'far', how: 'live', query: 'kind:light' });
  },
  valid: ['a : mesh\nb : light'],
  invalid: [
    {
      scene: 'a : light\nb : light',
      findings: [{ at: '/a', messageId: 'both', message: 'in near and far' }],
    },
  ],
});
