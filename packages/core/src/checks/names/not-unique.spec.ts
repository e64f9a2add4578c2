import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { notUnique } from './not-unique.js';

testCheck(notUnique, {
  valid: ['a : mesh\nA : mesh', '"" : mesh\n"" : mesh'],
  invalid: [
    {
      scene: 'top\n  door001 : mesh\n  door001 : mesh',
      findings: [
        { at: '/top/door001', messageId: 'shared', message: 'shared by 2' },
        { at: '/top/door001[2]', messageId: 'shared' },
      ],
      fixed: 'top\n  door002 : mesh\n  door001 : mesh',
    },
    {
      scene: 'a\n  x\nb\n  x\n  x002',
      findings: [
        { at: '/a/x', messageId: 'shared' },
        { at: '/b/x', messageId: 'shared' },
      ],
      fixed: 'a\n  x001\nb\n  x\n  x002',
    },
  ],
});

const siblings = {
  ...partsConvention,
  checks: { 'not-unique': { parameters: { among: 'siblings' } } },
};
testCheck(notUnique, {
  convention: siblings,
  valid: ['a\n  x\nb\n  x', 'x\n  x\n    x'],
  invalid: [
    {
      scene: 'a\n  x\n  x\nb\n  x',
      findings: [
        { at: '/a/x', messageId: 'shared', message: 'shared by 2' },
        { at: '/a/x[2]', messageId: 'shared' },
      ],
      fixed: 'a\n  x001\n  x\nb\n  x',
    },
  ],
});
