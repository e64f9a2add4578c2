import { beyondAscii, smallLetter } from '../../names/ascii.js';
import { remembered } from '../../scene/remembered.js';
import { hashStart, mix, RowTable } from '../../scene/row-table.js';
import { defineCheck } from '../check.js';

/** Names that differ from an earlier one in capitals only, with the name they are like. */
const spelledTwice = remembered(
  (scene) => scene.namesVersion,
  (scene) => {
    const like = new Map<string, string>();
    const names: string[] = [];
    const texts: string[] = [];
    const table = new RowTable(scene.size);
    let n = 0;
    const isLike = (row: number): boolean => {
      const [a, b] = [texts[row]!, texts[n]!];
      if (a.length !== b.length) return false;
      for (let i = 0; i < a.length; i++)
        if (smallLetter(a.charCodeAt(i)) !== smallLetter(b.charCodeAt(i))) return false;
      return true;
    };
    for (const name of scene.names()) {
      // Beyond ASCII only the platform knows what is small; of plain letters no second text is made.
      const text = beyondAscii.test(name) ? name.toLowerCase() : name;
      let hash = hashStart;
      for (let i = 0; i < text.length; i++) hash = mix(hash, smallLetter(text.charCodeAt(i)));
      names[n] = name;
      texts[n] = text;
      const row = table.claim(hash, n, isLike);
      if (row === n) n++;
      else like.set(name, names[row]!);
    }
    return like;
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
  *suspects({ scene }) {
    for (const name of spelledTwice(scene).keys()) yield* scene.withName(name);
  },
  evaluate({ name }, { scene }) {
    const other = spelledTwice(scene).get(name);
    return other === undefined ? null : { message: 'capitals', data: { name, other } };
  },
});
