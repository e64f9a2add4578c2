import type { Convention } from '../../names/slots/convention.js';
import { testCheck } from '../../testing/check-tester.js';
import { numberLacking } from './number-lacking.js';

const parts: Convention = {
  renquil: 'convention/1',
  name: 'Numbers may be left out',
  separator: '_',
  slots: { what: { case: 'lower' }, number: { digits: 2, start: 1 } },
  patterns: { mesh: [{ slot: 'what' }, { slot: 'number', optional: true }] },
  helpers: { prefixes: [] },
};

testCheck(numberLacking, {
  convention: parts,
  valid: [
    'slat_01 : mesh\nslat_02 : mesh',
    // One alone needs none, nor do two of which only one has one.
    'seat : mesh\nslat_01 : mesh',
    'seat : mesh\nseat_02 : mesh',
    // The first of a row goes without one.
    'seat : mesh\nseat_02 : mesh\nseat_03 : mesh',
    // As many go without as have one: it is how they are.
    'seat_01 : mesh\nseat_02 : mesh\nrow : group\n  seat : mesh\n  seat : mesh',
  ],
  invalid: [
    {
      scene: 'slat_01 : mesh\nslat : mesh\nslat_03 : mesh',
      findings: [{ at: '/slat', messageId: 'lacking', message: 'no number' }],
      fixed: 'slat_01 : mesh\nslat_02 : mesh\nslat_03 : mesh',
    },
    {
      scene: 'slat_01 : mesh\nslat_02 : mesh\nslat : mesh',
      findings: [{ at: '/slat', messageId: 'lacking' }],
      fixed: 'slat_01 : mesh\nslat_02 : mesh\nslat_03 : mesh',
    },
  ],
});
