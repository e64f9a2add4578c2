import { testCheck } from '../../testing/check-tester.js';
import { caseBlind } from './case-blind.js';

testCheck(caseBlind, {
  valid: ['door : mesh\ndoors : mesh', 'door : mesh\ndoor : mesh'],
  invalid: [
    {
      scene: 'door : mesh\nDoor : mesh',
      findings: [{ at: '/Door', messageId: 'capitals', message: 'like door' }],
    },
  ],
});
