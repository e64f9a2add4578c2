import { switchNames, kinds, type Json, type SceneObject } from '../scene/scene-object.js';
import { framesHere } from '../frames/spoken-frames.js';
import { sideSeat } from '../names/sides/seating.js';
import { depths } from '../scene/depths.js';
import type { Scene } from '../scene/scene.js';
import { factsOf, twinsOf } from './query-facts.js';
import { isInSet } from './is-in-set.js';
import type { Query, QueryText, ReadElsewhere } from './query-node.js';

/** What a key makes its test with. */
export interface KeyTools {
  /** Text or wildcard, as names are matched. */
  readonly matcher: (value: QueryText) => (text: string) => boolean;
  /** The language itself, for what a live set is kept by. */
  readonly parse: (text: string) => Query;
  /** Throws with the place of the key. */
  readonly fail: (detail: string) => never;
}
type Make = (value: QueryText, tools: KeyTools) => Query;

/** One key of the query language: what follows it makes a test. */
export interface QueryKey {
  readonly key: string;
  readonly says: string;
  /** What it looks at beside the object itself; left out: nothing. */
  readonly reads?: ReadElsewhere;
  readonly make: Make;
}

const number =
  (of: (scene: Scene, object: SceneObject) => number): Make =>
  (value, tools) => {
    const test = numberTest(value.text, tools);
    return (scene, object) => test(of(scene, object));
  };
const text =
  (of: (scene: Scene, object: SceneObject) => Iterable<string>): Make =>
  (value, tools) => {
    const test = tools.matcher(value);
    return (scene, object) => {
      for (const one of of(scene, object)) if (test(one)) return true;
      return false;
    };
  };
const shapeOf = (scene: Scene, { shape }: SceneObject) => (shape === null ? undefined : scene.shapes[shape]);

const keys: readonly QueryKey[] = [
  {
    key: 'depth',
    says: 'levels below the root, 0 for a root',
    reads: 'level',
    make: number((scene, { id }) => depths(scene)[id]!),
  },
  {
    key: 'faces',
    says: 'faces of the shape',
    make: number((scene, object) => shapeOf(scene, object)?.faces ?? 0),
  },
  {
    key: 'has',
    says: 'an attribute of that name',
    make: text((_scene, { attributes }) => Object.keys(attributes)),
  },
  {
    key: 'changed',
    says: 'yes or no: since the last version',
    reads: 'told',
    make: yesNo((scene, { id }) => factsOf(scene).changed?.(id) ?? false),
  },
  {
    key: 'finding',
    says: 'a check that found something, or how bad: blocker, warning, note',
    reads: 'told',
    make: text((scene, { id }) =>
      (factsOf(scene).findings?.(id) ?? []).flatMap(({ check, severity }) => [check, severity]),
    ),
  },
  {
    key: 'since',
    says: 'a version, v003: something is found of it that was not then',
    reads: 'told',
    make: sinceKey,
  },
  {
    key: 'waived',
    says: 'yes or no: whether a finding of it is waived',
    reads: 'told',
    make: yesNo((scene, { id }) => factsOf(scene).waived?.(id) ?? false),
  },
  { key: 'source', says: 'file or here: where it was made', make: sourceKey },
  { key: 'twin', says: 'yes, no, or the name of one of its twins', reads: 'twins', make: twinKey },
  {
    key: 'kids',
    says: 'objects directly below',
    reads: 'kids',
    make: number((_scene, { children }) => children.length),
  },
  { key: 'kind', says: kinds.join(', '), make: kindKey },
  {
    key: 'from',
    says: 'the file that it is taken over from; here: an object of this scene',
    make: text((_scene, { held }) => (held ? ['file' in held ? held.file : 'here'] : [])),
  },
  { key: 'layer', says: 'the layer', make: text((_scene, { layer }) => [layer]) },
  { key: 'mark', says: 'the word of the mark', make: text((_scene, { mark }) => (mark ? [mark.word] : [])) },
  {
    key: 'material',
    says: 'a material bound to it',
    reads: 'things',
    make: text((scene, { materials }) => materials.map((at) => scene.materials[at]?.name ?? '')),
  },
  { key: 'name', says: 'the name', make: text((_scene, { name }) => [name]) },
  {
    key: 'shape',
    says: 'the name of its shape',
    reads: 'things',
    make: text((scene, object) => [shapeOf(scene, object)?.name].filter((name) => name !== undefined)),
  },
  { key: 'set', says: 'a set it is in', reads: 'sets', make: setKey },
  { key: 'side', says: 'L, R or C: where it sits, seen from the asset', reads: 'side', make: sideKey },
  ...switchNames.map((name): QueryKey => ({
    key: name,
    says: 'yes or no',
    make: yesNo((_scene, { switches }) => switches[name]),
  })),
  {
    key: 'under',
    says: 'everything below objects of that name',
    reads: 'above',
    make: text(function* (scene, { id }) {
      for (const ancestor of scene.ancestors(id)) yield ancestor.name;
    }),
  },
  {
    key: 'verts',
    says: 'vertices of the shape',
    make: number((scene, object) => shapeOf(scene, object)?.vertices ?? 0),
  },
];
/** Every key, sorted; docs/names.md lists the same. */
export const queryKeyRegistry: readonly QueryKey[] = [...keys].sort((a, b) => (a.key < b.key ? -1 : 1));

const byKey = new Map(queryKeyRegistry.map((one) => [one.key, one] as const));

/** The test for `key:value`; null when there is no such key. `attr.NAME:` is a key for every attribute. */
export function keyQuery(key: string, value: QueryText, tools: KeyTools): Query | null {
  if (key.startsWith('attr.')) return attributeKey(key.slice(5), value, tools);
  if (key.startsWith('slot.')) return slotKey(key.slice(5), value, tools);
  return byKey.get(key)?.make(value, tools) ?? null;
}

/** What a key looks at beside the object itself; nothing for one that there is not. */
export function readsOfKey(key: string): readonly ReadElsewhere[] {
  if (key.startsWith('slot.')) return ['slots'];
  const { reads } = byKey.get(key) ?? {};
  return reads ? [reads] : [];
}

function kindKey(value: QueryText, { fail }: KeyTools): Query {
  const options = value.text.split(',');
  const strange = options.find((o) => !(kinds as readonly string[]).includes(o));
  if (strange !== undefined) fail(`"${strange}" is no kind; kinds are ${kinds.join(', ')}`);
  return (_scene, object) => options.includes(object.kind);
}

function setKey(value: QueryText, { matcher, parse }: KeyTools): Query {
  const test = matcher(value);
  return (scene, object) => {
    for (const set of scene.sets.values())
      if (test(set.name) && isInSet(scene, object, set, parse)) return true;
    return false;
  };
}

function yesNo(of: (scene: Scene, object: SceneObject) => boolean): Make {
  return ({ text: said }, { fail }) => {
    if (said !== 'yes' && said !== 'no') fail('only yes or no can stand here');
    return (scene, object) => of(scene, object) === (said === 'yes');
  };
}

function sinceKey({ text: said }: QueryText, { fail }: KeyTools): Query {
  const version = Number(/^v?0*(\d{1,9})$/i.exec(said)?.[1] ?? 0);
  if (!version) fail('since: takes a version, as v003');
  return (scene, { id }) => factsOf(scene).since?.(id, version) ?? false;
}

function sourceKey({ text: said }: QueryText, { fail }: KeyTools): Query {
  if (said !== 'file' && said !== 'here') fail('source: takes file or here');
  return (_scene, { source }) => (source === null) === (said === 'here');
}

function twinKey(value: QueryText, { matcher }: KeyTools): Query {
  if (value.text === 'yes' || value.text === 'no')
    return (scene, { id }) => twinsOf(scene, id).length > 0 === (value.text === 'yes');
  const test = matcher(value);
  return (scene, { id }) => twinsOf(scene, id).some((one) => one !== id && test(scene.get(one).name));
}

/** glTF 2.0: the front faces +Z, so an asset's left is +X. Within a millimetre of the middle is C. */
function sideKey({ text: said }: QueryText, { fail }: KeyTools): Query {
  const side = said.toUpperCase();
  if (!['L', 'R', 'C'].includes(side)) fail('side: takes L, R or C');
  return (scene, object) => {
    const frames = framesHere(scene);
    const { sense } = sideSeat(scene, object.id, frames.of(object.id));
    return side === (sense === 'left' ? 'L' : sense === 'right' ? 'R' : 'C');
  };
}

/** `slot.side:L`; nothing after the colon in quotes: the slot is empty. */
function slotKey(slot: string, value: QueryText, tools: KeyTools): Query {
  if (value.quoted && value.text === '') return (scene, { id }) => !factsOf(scene).slot?.(id, slot);
  const test = tools.matcher(value);
  return (scene, { id }) => {
    const text = factsOf(scene).slot?.(id, slot);
    return !!text && test(text);
  };
}

function attributeKey(name: string, value: QueryText, tools: KeyTools): Query {
  const compares = /^[<>]|\.\./.test(value.text) && !value.quoted;
  const test = compares ? numberTest(value.text, tools) : null;
  const same = tools.matcher(value);
  return (_scene, { attributes }) => {
    if (!(name in attributes)) return false;
    const held = attributes[name] as Json;
    return test
      ? typeof held === 'number' && test(held)
      : same(typeof held === 'string' ? held : JSON.stringify(held));
  };
}

/** `5`, `>5`, `>=5`, `<5`, `<=5`, `5..9` (both ends included). */
function numberTest(said: string, { fail }: KeyTools): (n: number) => boolean {
  const range = /^(-?[\d.]+)\.\.(-?[\d.]+)$/.exec(said);
  if (range) {
    const [low, high] = [Number(range[1]), Number(range[2])];
    if (Number.isFinite(low) && Number.isFinite(high)) return (n) => n >= low && n <= high;
  }
  const one = /^(>=|<=|>|<)?(-?\d+(?:\.\d+)?)$/.exec(said);
  if (!one) return fail(`"${said}" is no number; write 5, >5, <=5 or 5..9`);
  const limit = Number(one[2]);
  switch (one[1]) {
    case '>':
      return (n) => n > limit;
    case '>=':
      return (n) => n >= limit;
    case '<':
      return (n) => n < limit;
    case '<=':
      return (n) => n <= limit;
    default:
      return (n) => n === limit;
  }
}
