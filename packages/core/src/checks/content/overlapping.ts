import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import { drawnWorld } from '../../scene/bounds.js';
import type { ObjectId } from '../../scene/scene-object.js';
import { defineCheck } from '../check.js';

/** Beyond this many objects looking for them after every move would be felt. */
const most = 100_000;

/** The same shape in the very same place as another object: it is drawn twice, and flickers. */
export const overlapping = defineCheck({
  id: 'overlapping',
  family: 'content',
  title: 'Lies exactly on another',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'insert', 'remove', 'set shape', 'set bake'],
  source: 'common practice',
  messages: {
    on: {
      short: 'lies on another',
      because: '"{{name}}" has the same shape in the same place as {{others}}.',
    },
  },
  applies: ({ scene }) => scene.size <= most,
  evaluate({ id, name, kind }, { scene, convention }) {
    if (kind === 'helper' || convention.helperPrefix(name)) return null;
    const alike = places(scene).get(id);
    if (!alike || alike[0] === id) return null;
    // The first of them stays; the others are one too many. Names may change without this being asked again.
    const others = alike.length === 2 ? 'another object' : `${alike.length - 1} other objects`;
    return { message: 'on', data: { name, others } };
  },
});

/** For every object that shares shape and place with others: all of them in tree order. */
const places = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene): ReadonlyMap<ObjectId, readonly ObjectId[]> => {
    const byPlace = new Map<string, ObjectId[]>();
    for (const { id, shape } of scene.walk()) {
      if (shape === null) continue;
      const look = scene.shapes[shape]!.digest ?? shape;
      const key = `${look} ${drawnWorld(scene, id)
        .map((n) => Math.round(n * 1e5))
        .join()}`;
      const held = byPlace.get(key);
      if (held) held.push(id);
      else byPlace.set(key, [id]);
    }
    const alike = new Map<ObjectId, readonly ObjectId[]>();
    for (const ids of byPlace.values()) if (ids.length > 1) for (const id of ids) alike.set(id, ids);
    return alike;
  },
);
