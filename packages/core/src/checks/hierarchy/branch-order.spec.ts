import { testCheck } from '../../testing/check-tester.js';
import { branchOrder } from './branch-order.js';

testCheck(branchOrder, {
  valid: [
    'r : control {"assetType":"prop"}\n  x\n  a_geo_grp\n  b_geo_grp\n  col_grp',
    'r : control\n  col_grp\n  geo_grp',
  ],
  invalid: [
    {
      scene: 'r : control {"assetType":"prop"}\n  loc_grp\n  x\n  col_grp\n  geo_grp',
      findings: [{ at: '/r', messageId: 'order', message: 'branches out of order' }],
      fixed: 'r : control\n  geo_grp\n  x\n  col_grp\n  loc_grp',
    },
  ],
});
