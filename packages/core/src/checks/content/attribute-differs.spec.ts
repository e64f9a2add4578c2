import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { attributeDiffers } from './attribute-differs.js';

const lods = (values: readonly number[]): string =>
  values.map((n, i) => `m${i} : mesh {"lod":${n}}`).join('\n');

testCheck(attributeDiffers, {
  convention: {
    ...partsConvention,
    checks: { 'attribute-differs': { parameters: { agreed: { owner: 'layout' }, free: ['weight'] } } },
  },
  valid: [
    lods([1, 1, 1, 2]),
    lods([1, 1, 1, 2, 2]),
    'a {"owner":"layout"}',
    lods([1, 1, 1, 1, 2]).replaceAll('lod', 'weight'),
  ],
  invalid: [
    {
      scene: lods([1, 1, 1, 1, 2]),
      findings: [{ at: '/m4', messageId: 'odd', message: 'lod is 2' }],
      fixed: lods([1, 1, 1, 1, 1]),
    },
    {
      scene: 'a {"owner":"me"}',
      findings: [{ at: '/a', messageId: 'agreed', message: 'owner is "me"' }],
      fixed: 'a',
    },
  ],
});
