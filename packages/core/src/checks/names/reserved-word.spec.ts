import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { reservedWord } from './reserved-word.js';

const row = (name: string, messageId: string) => ({
  scene: name,
  findings: [{ at: `/${name}`, messageId, message: 'reserved' }],
});
testCheck(reservedWord, {
  convention: {
    ...partsConvention,
    checks: { 'reserved-word': { parameters: { words: ['theWholeCablewayRoot'] } } },
  },
  valid: ['console', 'lpt10', 'nullify', 'a.con'],
  invalid: [
    row('CON', 'device'),
    row('lpt1.geo', 'device'),
    row('None', 'value'),
    row('theWholeCablewayRoot', 'studio'),
  ],
});
