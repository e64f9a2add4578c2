import { testCheck } from '../../testing/check-tester.js';
import { unlistedWord } from './unlisted-word.js';

const row = (name: string, kind: string, message: string) => ({
  scene: `${name} : ${kind}`,
  findings: [{ at: `/${name}`, messageId: 'unlisted', message }],
});
testCheck(unlistedWord, {
  valid: [
    'L_door001_steel_geo : mesh',
    // Misfits of other sorts are the business of the pattern check.
    'L_door001_stel_geo : mesh',
    'door_L_grp',
    'cut_vent_003 : mesh',
    'roof shell : mesh',
  ],
  invalid: [
    row('L_door001_felt_geo', 'mesh', 'no surface: felt'),
    row('slat_heap', 'group', 'no type: heap'),
  ],
});
