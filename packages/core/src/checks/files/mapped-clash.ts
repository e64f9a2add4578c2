import { mapName, mappedNames, type NameMapping } from '../../names/mapped-names.js';
import { defineCheck } from '../check.js';
import { renameTo } from '../support/rename-to.js';

function mappingOf(parameters: Readonly<Record<string, unknown>>): NameMapping {
  return { longest: Number(parameters['longest']), ignoreCase: parameters['capitals'] === false };
}

/** Two names that are one as soon as a target writes them its way: signs to underscores, cut, capitals small. */
export const mappedClash = defineCheck({
  id: 'mapped-clash',
  family: 'files',
  title: 'The same name to whoever receives it',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove'],
  source: 'OpenUSD identifiers (letters, digits, underscore); common practice of importers',
  otherwise: 'One of the two comes in under a name that nobody gave, and nothing that points at it finds it.',
  parameters: {
    longest: {
      type: 'number',
      shipped: 0,
      least: 0,
      most: 65536,
      unit: 'characters',
      whole: true,
      text: 'Characters of a name that are kept; 0: all.',
    },
    capitals: { type: 'switch', shipped: true, text: 'Whether capitals tell names apart there.' },
  },
  messages: {
    clash: {
      short: 'like {{other}}',
      because: '"{{name}}" becomes "{{mapped}}" where it is received, and so does "{{other}}".',
    },
  },
  candidates: ({ scene, parameters }) => mappedNames(scene, mappingOf(parameters)).objects(),
  *afterRenames(renamed, { scene, parameters }) {
    const names = mappedNames(scene, mappingOf(parameters));
    for (const { object, from } of renamed) {
      yield* names.family(from);
      yield* names.family(scene.get(object).name);
    }
  },
  evaluate({ name }, { scene, parameters }) {
    const mapping = mappingOf(parameters);
    const mapped = mapName(name, mapping);
    const other = mapped === name ? null : mappedNames(scene, mapping).keeper(name);
    return other === null ? null : { message: 'clash', data: { name, mapped, other } };
  },
  fix(object, { scene, convention, parameters }) {
    const wanted = mapName(object.name, { ...mappingOf(parameters), ignoreCase: false });
    return renameTo(scene, object, wanted, convention);
  },
});
