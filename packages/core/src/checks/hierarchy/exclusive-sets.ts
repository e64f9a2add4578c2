import { isInSet } from '../../query/is-in-set.js';
import { parseQuery } from '../../query/query.js';
import { defineCheck } from '../check.js';

/** In two sets of which the convention allows only one. */
export const exclusiveSets = defineCheck({
  id: 'exclusive-sets',
  family: 'hierarchy',
  title: 'In two sets that exclude each other',
  severity: 'warning',
  scope: 'scene',
  source: 'common practice; the convention names the sets',
  messages: {
    both: {
      short: 'in {{first}} and {{second}}',
      because:
        '"{{name}}" is in the sets "{{first}}" and "{{second}}"; an object is in one of {{all}} at most.',
    },
  },
  parameters: {
    groups: { type: 'groups', shipped: [], text: 'Names of sets of which an object may be in one.' },
  },
  applies: ({ parameters }) => (parameters['groups'] as readonly unknown[]).length > 0,
  evaluate(object, { scene, parameters }) {
    for (const group of parameters['groups'] as readonly (readonly string[])[]) {
      const held = group.filter((name) => {
        const set = scene.sets.get(name);
        return set && isInSet(scene, object, set, parseQuery);
      });
      if (held.length > 1)
        return {
          message: 'both',
          data: { name: object.name, first: held[0]!, second: held[1]!, all: group.join(', ') },
        };
    }
    return null;
  },
});
