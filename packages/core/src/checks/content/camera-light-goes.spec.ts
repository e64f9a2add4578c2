import { partsConvention } from '../../names/slots/parts.js';
import { allOn } from '../../scene/scene-object.js';
import { testCheck } from '../../testing/check-tester.js';
import { cameraLightGoes } from './camera-light-goes.js';

testCheck(cameraLightGoes, {
  convention: { ...partsConvention, checks: { 'camera-light-goes': { severity: 'warning' } } },
  prepare(scene) {
    for (const { id, name } of [...scene.walk()])
      if (name === 'kept') scene.patch(id, { switches: { ...allOn, goes: false } });
  },
  valid: ['door : mesh', 'kept : light', 'kept\n  lamp : light', 'ref_view : camera'],
  invalid: [
    {
      scene: 'lamp : light\nview : camera',
      findings: [
        { at: '/lamp', messageId: 'goes', message: 'light goes along' },
        { at: '/view', messageId: 'goes' },
      ],
      fixed: 'lamp : light\nview : camera',
    },
  ],
});
