import { testCheck } from '../../testing/check-tester.js';
import { allOn } from '../../scene/scene-object.js';
import { shownStays } from './shown-stays.js';

testCheck(shownStays, {
  prepare(scene) {
    for (const { id, name } of [...scene.walk()]) {
      if (name.startsWith('stays')) scene.patch(id, { switches: { ...allOn, goes: false } });
      if (name.startsWith('both')) scene.patch(id, { switches: { ...allOn, goes: false, shown: false } });
    }
  },
  valid: ['a : mesh\nboth : mesh', 'stays_ref : helper'],
  invalid: [
    {
      scene: 'stays\n  a : mesh',
      findings: [
        { at: '/stays', messageId: 'stays', message: 'shown, but stays' },
        { at: '/stays/a', messageId: 'stays' },
      ],
    },
  ],
});
