import { testCheck } from '../../testing/check-tester.js';
import { misspelling } from './misspelling.js';

const sheaves = 'sheave001 : mesh\nsheave002 : mesh\nsheave003 : mesh';
const english =
  'handcart\n' + ['wheel', 'lantern', 'plank', 'hinge', 'spoke'].map((one) => `  ${one} : mesh`).join('\n');
testCheck(misspelling, {
  valid: [
    sheaves,
    `${sheaves}\nsheaves_grp`,
    // Used as often as the other: a word of its own.
    `${sheaves}\nsheath001 : mesh\nsheath002 : mesh`,
    // Four letters and another first one: hall is no wall.
    'wall1 : mesh\nwall2 : mesh\nwall3 : mesh\nhall : mesh',
    'door : mesh\ndoot : mesh',
    // A word of the language is meant as it stands.
    `sample1 : mesh\nsample2 : mesh\nsample3 : mesh\nsimple : light\n${english}`,
    // Two that it could be, words run together, and another language.
    `${english}\nFrme : mesh\nlandwheel : mesh`,
    'Fenster : mesh\nTuer : mesh\nDach : mesh\nSchloss : mesh\nGriff : mesh\nBretter : mesh\nKasten : mesh',
  ],
  invalid: [
    {
      scene: `${sheaves}\nsheeve_LB_2 : mesh`,
      findings: [{ at: '/sheeve_LB_2', messageId: 'slip', message: 'spelling: sheave' }],
      fixed: `${sheaves}\nsheave_LB_2 : mesh`,
    },
    {
      scene: 'Bolt1 : mesh\nBolt2 : mesh\nBolt3 : mesh\nBlot4 : mesh',
      findings: [{ at: '/Blot4', messageId: 'slip', message: 'spelling: Bolt' }],
      fixed: 'Bolt1 : mesh\nBolt2 : mesh\nBolt3 : mesh\nBolt4 : mesh',
    },
    {
      // In a scene that speaks English, a word that is none.
      scene: `${english}\nCupbord : mesh`,
      findings: [{ at: '/Cupbord', messageId: 'unknown', message: 'spelling: Cupboard' }],
      fixed: `${english}\nCupboard : mesh`,
    },
    {
      scene: `${english}\nlantren2 : mesh`,
      findings: [{ at: '/lantren2', messageId: 'slip', message: 'spelling: lantern' }],
      fixed: `${english}\nlantern2 : mesh`,
    },
  ],
});
