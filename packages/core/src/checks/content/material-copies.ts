import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import { firstWornBy, wearersOf } from '../../scene/wearers.js';
import type { Edit } from '../../edits/edit.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';

/** Materials that are the same but for their names. Said at the object of the lowest id that has the later one. */
export const materialCopies = defineCheck({
  id: 'material-copies',
  family: 'content',
  title: 'Materials that differ only in name',
  severity: 'note',
  scope: 'scene',
  triggeredBy: ['insert', 'remove', 'set materials', 'rename-thing'],
  source: 'common practice',
  otherwise: 'Each of them is another draw and another thing to change when the look changes.',
  messages: {
    copy: {
      short: 'material like {{first}}',
      because: 'The material "{{material}}" is "{{first}}" under another name.',
    },
    twice: {
      short: 'material there twice',
      because: 'There is another material "{{material}}", and the two are the same.',
    },
  },
  *candidates({ scene }) {
    const { firstOfMaterial } = wearersOf(scene);
    for (const at of copiesIn(scene).keys()) if (firstOfMaterial[at]) yield firstOfMaterial[at];
  },
  evaluate({ id, materials }, { scene }) {
    if (!materials.length) return null;
    const copies = copiesIn(scene);
    if (!copies.size) return null;
    const at = firstWornBy(scene, id).find((one) => copies.has(one));
    if (at === undefined) return null;
    const called = (index: number): string => scene.materials[index]!.name || `material ${index}`;
    const [material, first] = [called(at), called(copies.get(at)!)];
    return { message: material === first ? 'twice' : 'copy', data: { material, first } };
  },
  fix({ id }, { scene }) {
    const copies = copiesIn(scene);
    const at = firstWornBy(scene, id).find((one) => copies.has(one));
    if (at === undefined) return null;
    const first = copies.get(at)!;
    const edits: Edit[] = [];
    for (const { id: object, materials: from } of scene.walk())
      if (from.includes(at))
        edits.push({
          kind: 'set',
          object,
          field: 'materials',
          from,
          to: from.map((one) => (one === at ? first : one)),
        });
    return edits;
  },
});

/** By the index of a material that is another under a second name: the first of them that somebody wears. */
const copiesIn = memoizeByVersion(
  (scene) => scene.wearVersion,
  (scene: Scene): ReadonlyMap<number, number> => {
    const { materials: worn } = wearersOf(scene);
    const firsts = new Map<string, number>();
    const copies = new Map<number, number>();
    for (const [at, { digest }] of scene.materials.entries()) {
      if (!digest || !worn[at]) continue;
      const first = firsts.get(digest);
      if (first === undefined) firsts.set(digest, at);
      else copies.set(at, first);
    }
    return copies;
  },
);
