import { testCheck } from '../../testing/check-tester.js';
import { strangerBranch } from './stranger-branch.js';

testCheck(strangerBranch, {
  valid: [
    'r : control\n  m : mesh',
    'r : control {"assetType":"prop"}\n  geo_grp\n    m : mesh\n  cut_x : mesh\n  h : helper',
    'r : control {"assetType":"set"}\n  whatever',
  ],
  invalid: [
    {
      scene: 'r : control {"assetType":"prop"}\n  geo_grp\n  lid : mesh',
      findings: [{ at: '/r/lid', messageId: 'stranger', message: 'no branch of a prop' }],
    },
  ],
});
