import { testCheck } from '../../testing/check-tester.js';
import { namePattern } from './name-pattern.js';

const row = (name: string, kind: string, messageId: string, message: string) => ({
  scene: `${name} : ${kind}`,
  findings: [{ at: `/${name}`, messageId, message }],
});
testCheck(namePattern, {
  valid: [
    'L_F_sheave001_nylon_geo : mesh',
    'lamps_grp',
    'cut_vent_003 : mesh',
    'cabin_ctrl : control',
    '"" : mesh',
  ],
  invalid: [
    row('pulleys', 'group', 'missing', 'no type'),
    // Without what a copy left it would have a word in no list: that is another check's to say.
    row('r_handMeshNode.001', 'group', 'missing', 'no type'),
    row('roofShell', 'mesh', 'many', '3 slots missing'),
    row('door_L_grp', 'group', 'order', 'side goes first'),
    row('left_door001_steel_geo', 'mesh', 'spelling', 'L for left'),
    row('L_door001_stel_geo', 'mesh', 'near', 'spelling: steel'),
    row('cabin_body_grp', 'group', 'case', 'case: cabinBody'),
    row('L_door1_steel_geo', 'mesh', 'digits', '001 for 1'),
    row('L-door001-steel-geo', 'mesh', 'between', 'separators'),
    row('-lamps_grp', 'group', 'edge', 'separators'),
    row('L_001_steel_geo', 'mesh', 'wordless', 'no what'),
    row('L_door1000_steel_geo', 'mesh', 'wide', '3 digits, not 4'),
    row('cabin_grp_body', 'group', 'apart', 'words around the type'),
    row('cabin_grp.001', 'group', 'left', 'ends in .001'),
    row('cut_é', 'mesh', 'strange', 'é is no what'),
  ],
});
