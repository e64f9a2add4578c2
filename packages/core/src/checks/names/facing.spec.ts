import { partsConvention } from '../../names/slots/parts.js';
import { testCheck } from '../../testing/check-tester.js';
import { facing } from './facing.js';

/** Three pairs whose names say one way, on an asset that stands off the origin. */
const cart = (left: number, more = ''): string =>
  [
    `cart_grp @9,0,0${more}`,
    ...['wheel', 'rail', 'lamp'].flatMap((name, i) => [
      `  L_${name}001_steel_geo : mesh @${left},${i * 3},0`,
      `  R_${name}001_steel_geo : mesh @${-left},${i * 3},0`,
    ]),
  ].join('\n');

testCheck(facing, {
  convention: { ...partsConvention, facing: '+Z' },
  valid: [cart(2), cart(-2, ' {"facing":"-Z"}'), 'L_door001_steel_geo : mesh @-2,0,0'],
  invalid: [
    {
      scene: cart(-2),
      findings: [{ at: '/cart_grp', messageId: 'against', message: 'faces -Z' }],
      fixed: cart(-2, ' {"facing":"-Z"}'),
    },
  ],
});
