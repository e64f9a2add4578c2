import { defineCheck } from '../check.js';

/** A mesh without a material: whoever receives it gets a default. */
export const noMaterial = defineCheck({
  id: 'no-material',
  family: 'content',
  title: 'No material',
  severity: 'note',
  scope: 'object',
  source: 'glTF 2.0, section 3.9.6 (a mesh without a material takes the default one)',
  messages: {
    none: {
      short: 'no material',
      because: '"{{name}}" is a mesh without a material; it will look like the default.',
    },
  },
  evaluate({ name, kind, materials }, { convention }) {
    if (kind !== 'mesh' || materials.length || convention.helperPrefix(name)) return null;
    return { message: 'none', data: { name } };
  },
});
