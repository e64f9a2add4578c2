import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { parentWord } from './parent-word.js';

testCheck(parentWord, {
  convention: { ...partsConvention, checks: { 'parent-word': { severity: 'note' } } },
  valid: ['door_grp\n  L_door001_steel_geo : mesh', 'door_grp\n  knob001_steel_geo : mesh', 'doorKnob_grp'],
  invalid: [
    {
      scene: 'door_grp\n  doorKnob001_steel_geo : mesh',
      findings: [{ at: '/door_grp/doorKnob001_steel_geo', messageId: 'repeated', message: 'door again' }],
    },
  ],
});
