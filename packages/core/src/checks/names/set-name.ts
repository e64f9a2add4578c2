import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { firstUsers } from '../support/first-users.js';

/** The names of sets, by their own pattern. Said at the first object that has one. */
export const setName = defineCheck({
  id: 'set-name',
  family: 'names',
  title: 'Set names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set', 'insert', 'remove', 'move', 'named-set', 'attribute', 'rename', 'transform'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('set') !== null,
  evaluate({ id }, { scene, convention }) {
    for (const name of firstUsers(scene, 'set').get(id) ?? []) {
      const report = judgeOther(convention, 'set', name);
      if (report) return report;
    }
    return null;
  },
});
