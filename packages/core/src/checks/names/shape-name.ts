import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { firstUsers } from '../support/first-users.js';

/** The names of shapes, by their own pattern. Said at the first object that has one. */
export const shapeName = defineCheck({
  id: 'shape-name',
  family: 'names',
  title: 'Shape names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set', 'insert', 'remove', 'move', 'rename-thing'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('shape') !== null,
  evaluate({ id }, { scene, convention }) {
    for (const name of firstUsers(scene, 'shape').get(id) ?? []) {
      const report = judgeOther(convention, 'shape', name);
      if (report) return report;
    }
    return null;
  },
});
