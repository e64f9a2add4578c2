import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { wearersOf } from '../../scene/wearers.js';

/** The names of shapes, by their own pattern. Said at the object of the lowest id that has one. */
export const shapeName = defineCheck({
  id: 'shape-name',
  family: 'names',
  title: 'Shape names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set shape', 'insert', 'remove', 'rename-thing'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('shape') !== null,
  candidates: ({ scene }) => new Set(wearersOf(scene).firstOfShape.filter(Boolean)),
  evaluate({ id, shape }, { scene, convention }) {
    if (shape === null || wearersOf(scene).firstOfShape[shape] !== id) return null;
    return judgeOther(convention, 'shape', scene.shapes[shape]!.name);
  },
});
