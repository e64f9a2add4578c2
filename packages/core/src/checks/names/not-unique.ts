import { resolveClashes } from '../../names/recipe/resolve-clashes.js';
import { defineCheck } from '../check.js';

/** Two objects of one name: rules and scripts downstream cannot tell them apart. */
export const notUnique = defineCheck({
  id: 'not-unique',
  family: 'names',
  title: 'Not unique',
  severity: 'blocker',
  reach: 'same-name',
  source: 'common practice; OpenUSD wants unique names among siblings',
  messages: {
    shared: {
      short: 'shared by {{count}}',
      because: '{{count}} objects are called "{{name}}"; only one may be.',
    },
  },
  *suspects({ scene }) {
    for (const name of scene.sharedNames) yield* scene.withName(name);
  },
  evaluate(object, { scene }) {
    const same = scene.withName(object.name);
    if (same.size < 2 || object.name === '') return null;
    return { message: 'shared', data: { count: same.size, name: object.name } };
  },
  fix(object, { scene }) {
    if (scene.withName(object.name).size < 2) return null;
    const free = resolveClashes(scene, new Map([[object.id, numbered(object.name)]]), 'number-on');
    const to = free.names.get(object.id)!;
    return [{ kind: 'rename', object: object.id, from: object.name, to }];
  },
});

function numbered(name: string): string {
  const parts = /^(.*?)([0-9]+)([^0-9]*)$/su.exec(name);
  if (!parts) return `${name}002`;
  return parts[1]! + String(Number(parts[2]) + 1).padStart(parts[2]!.length, '0') + parts[3]!;
}
