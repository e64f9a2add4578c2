import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { shapeFollows } from './shape-follows.js';

testCheck(shapeFollows, {
  convention: { ...partsConvention, checks: { 'shape-follows': { severity: 'note' } } },
  // The outline's one shape is called box, and shared by all meshes.
  valid: ['box : mesh', 'box : mesh\ncrate : mesh', 'lamps'],
  invalid: [
    {
      scene: 'crate : mesh',
      findings: [{ at: '/crate', messageId: 'unlike', message: 'shape box' }],
      fixed: 'crate : mesh',
    },
  ],
});
testCheck(shapeFollows, {
  convention: {
    ...partsConvention,
    checks: { 'shape-follows': { severity: 'note', parameters: { ending: 'Shape' } } },
  },
  valid: ['lamps'],
  invalid: [{ scene: 'box : mesh', findings: [{ at: '/box', messageId: 'unlike' }], fixed: 'box : mesh' }],
});
