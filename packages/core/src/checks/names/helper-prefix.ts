import { shapeKey } from '../../scene/shape-key.js';
import { remembered } from '../../scene/remembered.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';
import { renameTo } from '../support/rename-to.js';

interface Alike {
  readonly helpers: number;
  readonly all: number;
  /** The prefix most of the helpers have. */
  readonly prefix: string;
}

const byConvention = remembered(
  (scene) => scene.namesVersion + scene.placesVersion,
  () => new Map<CompiledConvention, Map<string | number, Alike>>(),
);
/** How many objects of one shape are helpers by their prefix. */
function alike(scene: Scene, convention: CompiledConvention): ReadonlyMap<string | number, Alike> {
  let known = byConvention(scene).get(convention);
  if (known) return known;
  const counts = new Map<string | number, { all: number; prefixes: Map<string, number> }>();
  for (const object of scene.walk()) {
    const key = shapeKey(scene, object);
    if (key === null) continue;
    let count = counts.get(key);
    if (!count) counts.set(key, (count = { all: 0, prefixes: new Map() }));
    count.all++;
    const prefix = convention.helperPrefix(object.name);
    if (prefix) count.prefixes.set(prefix, (count.prefixes.get(prefix) ?? 0) + 1);
  }
  known = new Map(
    [...counts].map(([key, { all, prefixes }]) => {
      const top = [...prefixes].sort((a, b) => b[1] - a[1])[0];
      return [
        key,
        { all, helpers: [...prefixes.values()].reduce((a, b) => a + b, 0), prefix: top?.[0] ?? '' },
      ] as const;
    }),
  );
  byConvention(scene).set(convention, known);
  return known;
}

/** Everything with the helper prefix is a helper, and every helper has the prefix. */
export const helperPrefix = defineCheck({
  id: 'helper-prefix',
  family: 'names',
  title: 'Helper prefix',
  severity: 'warning',
  reach: 'scene',
  heeds: ['rename', 'insert', 'remove', 'set'],
  source: 'the convention of the scene',
  messages: {
    kind: {
      short: 'no helper prefix',
      because: '"{{name}}" is a helper, but its name does not begin with {{prefixes}}.',
    },
    alike: {
      short: 'no helper prefix',
      because:
        '{{count}} others of the same shape are helpers; "{{name}}" has no prefix and would be handed off.',
    },
    real: {
      short: 'helper prefix on a part',
      because:
        '{{count}} others of the same shape are no helpers; "{{name}}" would stay home for its prefix.',
    },
  },
  applies: ({ convention }) => convention.source.helpers.prefixes.length > 0,
  evaluate(object, { scene, convention }) {
    const { name } = object;
    const prefix = convention.helperPrefix(name);
    const { prefixes } = convention.source.helpers;
    if (object.kind === 'helper' && !prefix)
      return { message: 'kind', data: { name, prefixes: prefixes.join(' or ') } };
    const key = shapeKey(scene, object);
    const like = key === null ? undefined : alike(scene, convention).get(key);
    if (!like || like.all < 3) return null;
    if (!prefix && like.helpers > 1 && like.helpers * 3 >= (like.all - 1) * 2)
      return { message: 'alike', data: { name, count: like.helpers } };
    const parts = like.all - like.helpers;
    if (prefix && parts > 2 && parts * 3 >= (like.all - 1) * 2)
      return { message: 'real', data: { name, count: parts } };
    return null;
  },
  fix(object, { scene, convention }) {
    const prefix = convention.helperPrefix(object.name);
    if (prefix) return renameTo(scene, object, object.name.slice(prefix.length));
    const key = shapeKey(scene, object);
    const like = key === null ? undefined : alike(scene, convention).get(key);
    const put =
      like?.prefix ||
      (convention.source.helpers.prefixes.length === 1 ? convention.source.helpers.prefixes[0]! : '');
    return put ? renameTo(scene, object, put + object.name) : null;
  },
});
