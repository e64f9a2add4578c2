import { testCheck } from '../../testing/check-tester.js';
import { emptyGroup } from './empty-group.js';

testCheck(emptyGroup, {
  valid: ['g\n  m : mesh', 'loc : locator', 'c : control'],
  invalid: [
    {
      scene: 'root : control\n  group3\n  m : mesh',
      findings: [{ at: '/root/group3', messageId: 'empty', message: 'empty group' }],
      fixed: 'root : control\n  m : mesh',
    },
  ],
});
