import { testCheck } from '../../testing/check-tester.js';
import { helperPrefix } from './helper-prefix.js';

testCheck(helperPrefix, {
  valid: [
    'cut_vent_001 : mesh\ncut_vent_002 : mesh\ncut_vent_003 : mesh',
    'door : mesh\nlid : mesh\nwall : mesh',
    'cut_vent_001 : mesh\ndoor : mesh',
    'door : mesh\nlid : mesh\ncut_slot : mesh',
    'ref_man : helper',
  ],
  invalid: [
    {
      scene: 'cut_vent_001 : mesh\ncut_vent_002 : mesh\nvent_003 : mesh',
      findings: [{ at: '/vent_003', messageId: 'alike', message: 'no helper prefix' }],
      fixed: 'cut_vent_001 : mesh\ncut_vent_002 : mesh\ncut_vent_003 : mesh',
    },
    {
      scene: 'door : mesh\nlid : mesh\nbar : mesh\ncut_wall : mesh',
      findings: [{ at: '/cut_wall', messageId: 'real', message: 'helper prefix on a part' }],
      fixed: 'door : mesh\nlid : mesh\nbar : mesh\nwall : mesh',
    },
    // Two prefixes to choose from, and nothing alike to choose by.
    { scene: 'man : helper', findings: [{ at: '/man', messageId: 'kind' }], fixed: null },
  ],
});
