import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { tooLong } from './too-long.js';

const long = 'a'.repeat(64);
testCheck(tooLong, {
  valid: ['a'.repeat(63), `${'𐍈'.repeat(40)} : mesh`],
  invalid: [{ scene: long, findings: [{ at: `/${long}`, messageId: 'long', message: '64 characters' }] }],
});
testCheck(tooLong, {
  convention: { ...partsConvention, checks: { 'too-long': { parameters: { most: 5 } } } },
  valid: ['abcde'],
  invalid: [{ scene: 'abcdef', findings: [{ at: '/abcdef', messageId: 'long', message: '6 characters' }] }],
});
