import { testCheck } from '../../testing/check-tester.js';
import { partsConvention } from '../../names/slots/parts.js';
import { noLayer } from './no-layer.js';

testCheck(noLayer, {
  convention: { ...partsConvention, checks: { 'no-layer': { parameters: { kinds: ['mesh'] } } } },
  prepare: (scene) => scene.patch(1, { layer: 'Body' }),
  valid: ['a : mesh\nb : light'],
  invalid: [
    { scene: 'a : mesh\nb : mesh', findings: [{ at: '/b', messageId: 'base', message: 'still in Base' }] },
  ],
});
