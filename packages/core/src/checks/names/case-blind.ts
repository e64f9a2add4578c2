import { remembered } from '../../scene/remembered.js';
import type { ObjectId } from '../../scene/scene-object.js';
import { defineCheck } from '../check.js';

/** The first object of each name in lower case, where several spellings of it are about. */
const spelledTwice = remembered(
  (scene) => scene.namesVersion,
  (scene) => {
    const first = new Map<string, string>();
    const twice = new Map<string, { readonly name: string; readonly id: ObjectId }>();
    for (const name of scene.names()) {
      const low = name.toLowerCase();
      const other = first.get(low);
      if (other === undefined) first.set(low, name);
      else twice.set(low, { name: other, id: scene.withName(other).values().next().value! });
    }
    return twice;
  },
);

/** Two names that differ in capitals only: one file system, engine or script in the chain takes them for one. */
export const caseBlind = defineCheck({
  id: 'case-blind',
  family: 'names',
  title: 'Same but for capitals',
  severity: 'warning',
  reach: 'scene',
  heeds: ['rename', 'insert', 'remove'],
  source: 'common practice; file systems that ignore case',
  messages: {
    capitals: {
      short: 'like {{other}}',
      because: '"{{name}}" and "{{other}}" differ in capitals only, which not everything downstream minds.',
    },
  },
  evaluate({ name }, { scene }) {
    const twice = spelledTwice(scene);
    if (!twice.size) return null;
    const first = twice.get(name.toLowerCase());
    if (!first || first.name === name) return null;
    return { message: 'capitals', data: { name, other: first.name } };
  },
});
