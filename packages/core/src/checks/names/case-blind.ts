import { caseIndex } from '../../names/case-index.js';
import { defineCheck } from '../check.js';

/** Two names that differ in capitals only: one file system, engine or script in the chain takes them for one. */
export const caseBlind = defineCheck({
  id: 'case-blind',
  family: 'names',
  title: 'Same but for capitals',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove'],
  source: 'common practice; file systems that ignore case',
  messages: {
    capitals: {
      short: 'like {{other}}',
      because: '"{{name}}" and "{{other}}" differ in capitals only, which not everything downstream minds.',
    },
  },
  *candidates({ scene }) {
    for (const name of caseIndex(scene).like.keys()) yield* scene.withName(name);
  },
  *afterRenames(renamed, { scene }, had) {
    const index = caseIndex(scene);
    const names = new Set(
      renamed.flatMap(({ object, from }) => [
        ...index.spellings(from),
        ...index.spellings(scene.get(object).name),
      ]),
    );
    for (const name of names)
      for (const id of scene.withName(name)) if (index.like.has(name) || had(id)) yield id;
  },
  evaluate({ name }, { scene }) {
    const other = caseIndex(scene).like.get(name);
    return other === undefined ? null : { message: 'capitals', data: { name, other } };
  },
});
