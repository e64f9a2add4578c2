import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { leftWithoutRight } from './left-without-right.js';

const pair = { scene: 'L_door001_steel_geo : mesh @2,0,0\nR_door001_steel_geo : mesh @-2,0,0' }.scene;
const convention = {
  ...partsConvention,
  checks: { 'left-without-right': { parameters: { mirrored: true } } },
};
testCheck(leftWithoutRight, {
  convention,
  valid: [pair, 'L_crank001_steel_geo : mesh @2,0,0', 'C_lid001_steel_geo : mesh', 'cut_L_003 : mesh @2,0,0'],
  invalid: [
    {
      scene: 'L_door001_steel_geo : mesh @2,0,0\ndoor : mesh @-2,0,0',
      findings: [{ at: '/L_door001_steel_geo', messageId: 'unlike', message: 'no R_door001_steel_geo' }],
      fixed: 'L_door001_steel_geo : mesh\nR_door001_steel_geo : mesh',
    },
    {
      scene: 'L_lid001_steel_geo : mesh @2,0,0\nR_lid001_steel_geo : mesh @-2,0,3',
      findings: [
        { at: '/L_lid001_steel_geo', messageId: 'elsewhere' },
        { at: '/R_lid001_steel_geo', messageId: 'elsewhere' },
      ],
      fixed: null,
    },
  ],
});
