import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { firstWornBy, wearersOf } from '../../scene/wearers.js';

/** The names of materials, by their own pattern. Said at the object of the lowest id that has one. */
export const materialName = defineCheck({
  id: 'material-name',
  family: 'names',
  title: 'Material names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set materials', 'insert', 'remove', 'rename-thing'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('material') !== null,
  candidates: ({ scene }) => new Set(wearersOf(scene).firstOfMaterial.filter(Boolean)),
  evaluate({ id }, { scene, convention }) {
    for (const at of firstWornBy(scene, id)) {
      const report = judgeOther(convention, 'material', scene.materials[at]?.name ?? '');
      if (report) return report;
    }
    return null;
  },
});
