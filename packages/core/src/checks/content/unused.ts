import { mainRoot } from '../../scene/main-root.js';
import { wearersOf } from '../../scene/wearers.js';
import { defineCheck } from '../check.js';

/** Materials and shapes of the file that no object uses: bytes for nothing. */
export const unused = defineCheck({
  id: 'unused',
  family: 'content',
  title: 'Unused materials or shapes',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['insert', 'remove', 'set shape', 'set materials', 'move', 'rename-thing'],
  source: 'common practice',
  messages: {
    unused: { short: '{{what}} unused', because: 'No object uses {{what}}: {{names}}.' },
  },
  candidates: ({ scene }) => scene.roots,
  evaluate({ id, parent }, { scene }) {
    if (parent !== null || mainRoot(scene) !== id) return null;
    const { materials, shapes } = wearersOf(scene);
    const left = (list: readonly { name: string }[], worn: Int32Array): string[] =>
      list.flatMap(({ name }, i) => (worn[i] ? [] : [name || `number ${i}`]));
    const [noMaterial, noShape] = [left(scene.materials, materials), left(scene.shapes, shapes)];
    if (!noMaterial.length && !noShape.length) return null;
    const count = (n: number, noun: string): string[] => (n ? [`${n} ${noun}${n === 1 ? '' : 's'}`] : []);
    const what = [...count(noMaterial.length, 'material'), ...count(noShape.length, 'shape')].join(' and ');
    const names = [...noMaterial, ...noShape];
    const more = names.length > 5 ? ` and ${names.length - 5} more` : '';
    return { message: 'unused', data: { what, names: names.slice(0, 5).join(', ') + more } };
  },
});
