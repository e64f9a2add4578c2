import { touchedBy } from '../../edits/registry.js';
import { planRemove } from '../../plans/plan-remove.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';

/** What splitting an object adds to the name of each part: `.001`, `_2`, `_a`, `_part3`. Common practice. */
const addedByASplit = /^(?:[._\s-]*\d{1,6}|[._\s-]+(?:[a-z]|(?:part|piece|shell|chunk)\d*))$/i;
/** So many neighbours on either side are looked at: parts stand beside what they were split from. */
const neighbours = 16;
const least = 2;

/** An empty transform between parts that are called as it is with something added: it was split, and stayed behind. */
export const leftover = defineCheck({
  id: 'leftover',
  family: 'hierarchy',
  title: 'Left over from a split',
  severity: 'warning',
  scope: 'told',
  source: 'common practice',
  otherwise: 'Whoever receives it finds an empty object under the name of the whole.',
  messages: {
    split: {
      short: 'left over',
      because:
        '"{{name}}" holds nothing, and {{parts}} beside it are called so with something added: it was split into them.',
    },
  },
  *candidates({ scene }) {
    for (const object of scene.walk()) if (isEmpty(object)) yield object.id;
  },
  *concernedBy(edits, { scene }) {
    const touch = touchedBy(edits);
    for (const parent of touch.parents)
      if (parent === null || scene.find(parent)) yield* emptyAmong(scene, scene.childrenOf(parent));
    for (const id of touch.objects) {
      const object = scene.find(id);
      if (object) yield* emptyAmong(scene, around(scene, object));
    }
  },
  evaluate(object, { scene }) {
    const parts = isEmpty(object) ? partsOf(scene, object) : 0;
    return parts < least ? null : { message: 'split', data: { name: object.name, parts } };
  },
  fix: (object, { scene }) => planRemove(scene, [object.id]),
});

function isEmpty({ kind, shape, children, name }: SceneObject): boolean {
  return shape === null && !children.length && name !== '' && (kind === 'group' || kind === 'locator');
}
/** How many of its neighbours are parts of it. */
export function partsOf(scene: Scene, object: SceneObject): number {
  let parts = 0;
  for (const id of around(scene, object)) {
    const { name, shape } = scene.get(id);
    if (shape !== null && name.startsWith(object.name) && addedByASplit.test(name.slice(object.name.length)))
      parts++;
  }
  return parts;
}
function around(scene: Scene, { id, parent }: SceneObject): readonly ObjectId[] {
  const siblings = scene.childrenOf(parent);
  const at = siblings.indexOf(id);
  return siblings.slice(Math.max(0, at - neighbours), at + neighbours + 1);
}
function* emptyAmong(scene: Scene, ids: readonly ObjectId[]): Generator<ObjectId> {
  for (const id of ids) if (isEmpty(scene.get(id))) yield id;
}
