import { NextFree } from '../../names/recipe/next-free.js';
import { namedHere } from '../../scene/held.js';
import { defineCheck } from '../check.js';

/** Whether two of a name are a fault only under one parent, as OpenUSD has it: the parameter `among` is `siblings`. */
export function isAmongSiblings(parameters: Readonly<Record<string, unknown>> | undefined): boolean {
  return parameters?.['among'] === 'siblings';
}

/** Two objects of one name: rules and scripts downstream cannot tell them apart. */
export const notUnique = defineCheck({
  id: 'not-unique',
  family: 'names',
  title: 'Not unique',
  severity: 'blocker',
  scope: 'same-name',
  // Who are siblings changes with every move.
  scopeIn: ({ source }) =>
    isAmongSiblings(source.checks?.['not-unique']?.parameters) ? 'scene' : 'same-name',
  triggeredBy: ['rename', 'move', 'insert', 'remove'],
  source: 'common practice; OpenUSD wants unique names among siblings',
  parameters: {
    among: {
      type: 'choice',
      of: ['scene', 'siblings'],
      shipped: 'scene',
      text: 'Among whom a name may stand once.',
    },
  },
  messages: {
    shared: {
      short: 'shared by {{count}}',
      because: '{{count}} {{what}} are called "{{name}}"; only one may be.',
    },
  },
  *candidates({ scene }) {
    for (const name of scene.sharedNames) yield* scene.withName(name);
  },
  evaluate(object, { scene, parameters }) {
    const all = scene.withName(object.name);
    if (all.size < 2 || object.name === '') return null;
    const { name } = object;
    // What is taken over has the name that it has where it comes from, as often as it is taken over.
    const same = scene.hasHeld ? namedHere(scene, [...all]) : null;
    if (!isAmongSiblings(parameters)) {
      const size = same?.length ?? all.size;
      return size < 2 ? null : { message: 'shared', data: { count: size, what: 'objects', name } };
    }
    let count = 0;
    for (const id of same ?? all) if (scene.get(id).parent === object.parent) count++;
    return count < 2 ? null : { message: 'shared', data: { count, what: 'objects under one parent', name } };
  },
  fix(object, { scene, convention }) {
    if (namedHere(scene, [...scene.withName(object.name)]).length < 2) return null;
    const to = new NextFree(scene, convention).of(
      object,
      object.name,
      (name) => scene.withName(name).size > 0,
    );
    return [{ kind: 'rename', object: object.id, from: object.name, to }];
  },
});
