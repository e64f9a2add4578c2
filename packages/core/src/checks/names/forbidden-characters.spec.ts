import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { shippedConventions } from '../../names/shipped/shipped-conventions.js';
import { forbiddenCharacters } from './forbidden-characters.js';

const row = (name: string, messageId: string, message: string, fixed: string | null) => ({
  scene: `"${name}" : mesh`,
  findings: [{ at: `/${name}`, messageId, message }],
  fixed: fixed === null ? null : `${fixed} : mesh`,
});
testCheck(forbiddenCharacters, {
  valid: ['L_door001_steel_geo : mesh', '_x : mesh'],
  invalid: [
    row('door left', 'character', 'a space in name', 'door_left'),
    row('pulley2 ', 'blankEnd', 'trailing space', 'pulley2'),
    row(' pulley2', 'blankEnd', 'leading space', 'pulley2'),
    row('Tür', 'character', '"ü" in name', 'Tur'),
    row('a.b', 'character', '"." in name', 'a_b'),
    row('x\u200by', 'character', 'a character nobody sees (U+200B) in name', 'xy'),
    // The same letters as the step of recipes that writes plain ones.
    row('straße', 'character', '"ß" in name', 'strasse'),
    row('Ørsted', 'character', '"Ø" in name', 'Orsted'),
    row('Дверь', 'character', '"Д" in name', 'Dver'),
    row('2door', 'digitFirst', 'digit first', 'n2door'),
    row('🐐', 'character', '"🐐" in name', null),
  ],
});

testCheck(forbiddenCharacters, {
  convention: { ...partsConvention, separator: '-' },
  valid: ['left-door-001 : mesh', 'left_door-001 : mesh'],
  invalid: [
    row('left door', 'character', 'a space in name', 'left-door'),
    row('door.', 'character', '"." in name', 'door'),
    row('door ', 'blankEnd', 'trailing space', 'door'),
    row('2-door', 'digitFirst', 'digit first', 'n2-door'),
  ],
});

// W3C WebXR Hand Input: the names of its joints have hyphens.
testCheck(forbiddenCharacters, {
  convention: shippedConventions['webxr-hand']!,
  valid: ['ring-finger-tip : joint', 'thumb-metacarpal : joint'],
  invalid: [
    row('ring finger-tip', 'character', 'a space in name', 'ring_finger-tip'),
    row('door.', 'character', '"." in name', 'door'),
    row('door ', 'blankEnd', 'trailing space', 'door'),
    row('2door', 'digitFirst', 'digit first', 'n2door'),
  ],
});
