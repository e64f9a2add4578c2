import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { firstUsers } from '../support/first-users.js';

/** The names of materials, by their own pattern. Said at the first object that has one. */
export const materialName = defineCheck({
  id: 'material-name',
  family: 'names',
  title: 'Material names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set', 'insert', 'remove', 'move', 'rename-thing'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('material') !== null,
  evaluate({ id }, { scene, convention }) {
    for (const name of firstUsers(scene, 'material').get(id) ?? []) {
      const report = judgeOther(convention, 'material', name);
      if (report) return report;
    }
    return null;
  },
});
