import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { sidePosition } from './side-position.js';

testCheck(sidePosition, {
  valid: [
    'L_door001_steel_geo : mesh @2,0,0',
    'R_door001_steel_geo : mesh @-2,0,0',
    'C_door001_steel_geo : mesh @-2,0,0',
    // Half a metre off, but its box of two metres reaches over the middle.
    'R_lid001_steel_geo : mesh @0.5,0,0',
    'L_knee_jnt : joint',
    'door001_steel_geo : mesh @-2,0,0',
  ],
  invalid: [
    {
      scene: 'R_door001_steel_geo : mesh @2,0,0',
      findings: [{ at: '/R_door001_steel_geo', messageId: 'other', message: 'sits left' }],
      fixed: 'L_door001_steel_geo : mesh',
    },
    {
      scene: 'L_door001_steel_geo : mesh',
      findings: [{ at: '/L_door001_steel_geo', messageId: 'centre' }],
      fixed: null,
    },
    {
      scene: 'door right : mesh @3,0,0',
      findings: [{ at: '/door right', messageId: 'other' }],
      fixed: null,
    },
  ],
});
testCheck(sidePosition, {
  convention: { ...partsConvention, facing: '-Z' },
  valid: ['L_door001_steel_geo : mesh @-2,0,0'],
  invalid: [
    {
      scene: 'L_door001_steel_geo : mesh @2,0,0',
      findings: [{ at: '/L_door001_steel_geo', messageId: 'other', message: 'sits right' }],
      fixed: 'R_door001_steel_geo : mesh',
    },
    {
      scene: 'R_lid001_steel_geo : mesh',
      findings: [{ at: '/R_lid001_steel_geo', messageId: 'centre' }],
      fixed: null,
    },
  ],
});
