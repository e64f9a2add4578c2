import { testCheck } from '../../testing/check-tester.js';
import { requiredBranch } from './required-branch.js';

testCheck(requiredBranch, {
  valid: [
    'r : control\n  m : mesh',
    'r : control {"assetType":"prop"}\n  crate_geo_grp',
    'r : control {"assetType":"unheard of"}\n  m : mesh',
    'r : control {"assetTemplate":{"branches":[{"name":"a"},{"name":"b","optional":true}]}}\n  a',
    'r : control {"assetType":"constructor"}',
  ],
  invalid: [
    {
      scene: 'r : control {"assetType":"character"}\n  goat_geo_grp\n  deep\n    goat_skeleton_grp',
      findings: [{ at: '/r', messageId: 'missing', message: 'misses skeleton_grp' }],
      fixed: 'r : control\n  goat_geo_grp\n  deep\n    goat_skeleton_grp\n  skeleton_grp',
    },
    {
      scene: 'r : control {"assetType":"prop","assetTemplate":{"branches":[{"name":"a"},{"name":"x?"}]}}',
      findings: [{ at: '/r', messageId: 'missing' }],
      fixed: null,
    },
  ],
});
