import { defineCheck } from '../check.js';
import { judgeOther, otherMessages } from '../support/other-names.js';
import { firstUsers } from '../support/first-users.js';

/** The names of layers, by their own pattern. Said at the first object that has one. */
export const layerName = defineCheck({
  id: 'layer-name',
  family: 'names',
  title: 'Layer names',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['set layer', 'insert', 'remove', 'move', 'named-layer'],
  source: 'the convention of the scene',
  messages: otherMessages,
  applies: ({ convention }) => convention.pattern('layer') !== null,
  evaluate({ id }, { scene, convention }) {
    for (const name of firstUsers(scene, 'layer').get(id) ?? []) {
      const report = judgeOther(convention, 'layer', name);
      if (report) return report;
    }
    return null;
  },
});
