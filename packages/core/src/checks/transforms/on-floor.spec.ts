import { testCheck } from '../../testing/check-tester.js';
import { onFloor } from './on-floor.js';

testCheck(onFloor, {
  valid: [
    'r : control {"assetType":"prop"}\n  m : mesh @0,1,0',
    'r : control {"assetType":"set"}\n  m : mesh @0,9,0',
    'r : control {"assetType":"prop"}',
  ],
  invalid: [
    {
      scene: 'r : control {"assetType":"prop"}\n  m : mesh @0,1.5,0',
      findings: [{ at: '/r', messageId: 'above', message: '0.5 m above the floor' }],
    },
    { scene: 'r : control {"assetType":"prop"}\n  m : mesh', findings: [{ at: '/r', messageId: 'below' }] },
  ],
});
