import { shapeKey } from '../../scene/shape-key.js';
import { keptUp } from '../../scene/kept-up.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Rename } from '../../scene/rename.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';
import { renameTo } from '../support/rename-to.js';

interface Alike {
  readonly helpers: number;
  readonly all: number;
  /** The prefix most of the helpers have. */
  readonly prefix: string;
}

interface Likeness {
  readonly byShape: ReadonlyMap<string | number, Alike>;
  /** Objects that may lack the prefix, or have it wrongly. */
  readonly odd: readonly ObjectId[];
}

/** Only another prefix is another likeness. */
const byConvention = keptUp(
  () => new Map<CompiledConvention, Likeness>(),
  (known, scene, renamed) => {
    for (const convention of known.keys())
      if (renamed.some((one) => concernsHelpers(scene, convention, one))) known.delete(convention);
    return true;
  },
);
/** Whether one has another prefix now, or is a helper or one of a shape that came or went. */
function concernsHelpers(scene: Scene, convention: CompiledConvention, { object, from }: Rename): boolean {
  const now = scene.find(object);
  if (!now || (from === '' && (now.shape !== null || now.kind === 'helper'))) return true;
  return convention.helperPrefix(from) !== convention.helperPrefix(now.name);
}
/** How many objects of one shape are helpers by their prefix. */
function likeness(scene: Scene, convention: CompiledConvention): Likeness {
  const held = byConvention(scene);
  let known = held.get(convention);
  if (!known) held.set(convention, (known = findLikeness(scene, convention)));
  return known;
}

function findLikeness(scene: Scene, convention: CompiledConvention): Likeness {
  const counts = new Map<string | number, { all: number; helpers: number; prefixes: Map<string, number> }>();
  const kind: ObjectId[] = [];
  for (const object of scene.walk()) {
    const prefix = convention.helperPrefix(object.name);
    if (object.kind === 'helper' && !prefix) kind.push(object.id);
    const key = shapeKey(scene, object);
    if (key === null) continue;
    let count = counts.get(key);
    if (!count) counts.set(key, (count = { all: 0, helpers: 0, prefixes: new Map() }));
    count.all++;
    if (!prefix) continue;
    count.helpers++;
    count.prefixes.set(prefix, (count.prefixes.get(prefix) ?? 0) + 1);
  }
  const byShape = new Map<string | number, Alike>();
  // A shape of which all are helpers, or none, speaks against nobody.
  for (const [key, { all, helpers, prefixes }] of counts) {
    if (!helpers || helpers === all) continue;
    const top = [...prefixes].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0];
    byShape.set(key, { all, helpers, prefix: top?.[0] ?? '' });
  }
  if (!byShape.size) return { byShape, odd: kind };
  const odd = new Set(kind);
  for (const object of scene.walk()) {
    const key = shapeKey(scene, object);
    if (key !== null && byShape.has(key)) odd.add(object.id);
  }
  return { byShape, odd: [...odd] };
}

/** Everything with the helper prefix is a helper, and every helper has the prefix. */
export const helperPrefix = defineCheck({
  id: 'helper-prefix',
  family: 'names',
  title: 'Helper prefix',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove', 'set shape'],
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
  afterRenames(renamed, { scene, convention }) {
    const isSame = ({ object, from }: Rename): boolean =>
      convention.helperPrefix(from) === convention.helperPrefix(scene.get(object).name);
    return renamed.every(isSame) ? [] : null;
  },
  applies: ({ convention }) => convention.source.helpers.prefixes.length > 0,
  candidates: ({ scene, convention }) => likeness(scene, convention).odd,
  evaluate(object, { scene, convention }) {
    const { name } = object;
    const prefix = convention.helperPrefix(name);
    const { prefixes } = convention.source.helpers;
    if (object.kind === 'helper' && !prefix)
      return { message: 'kind', data: { name, prefixes: prefixes.join(' or ') } };
    const key = shapeKey(scene, object);
    const like = key === null ? undefined : likeness(scene, convention).byShape.get(key);
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
    if (prefix) return renameTo(scene, object, object.name.slice(prefix.length), convention);
    const key = shapeKey(scene, object);
    const like = key === null ? undefined : likeness(scene, convention).byShape.get(key);
    const put =
      like?.prefix ||
      (convention.source.helpers.prefixes.length === 1 ? convention.source.helpers.prefixes[0]! : '');
    return put ? renameTo(scene, object, put + object.name, convention) : null;
  },
});
