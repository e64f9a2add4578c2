import { testCheck } from '../../testing/check-tester.js';
import { unnamed } from './unnamed.js';

testCheck(unnamed, {
  valid: ['door : mesh', 'é : mesh', '🐐 : mesh'],
  invalid: [
    { scene: '"" : mesh', findings: [{ at: '/[1]', messageId: 'empty', message: 'no name' }] },
    { scene: '"  " : mesh', findings: [{ at: '/  ', messageId: 'blank' }] },
    { scene: '"\u200b" : mesh', findings: [{ at: '/\u200b', messageId: 'blank' }] },
  ],
});
