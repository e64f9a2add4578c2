import { isDeeperThan, mostNested } from '../gltf/guards.js';
import Joi from 'joi';
import { mostMetres } from '@renquil/core/math';
import { displays, kinds } from '@renquil/core/scene';

const id = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31);
const index = Joi.number().integer().min(0);
const name = Joi.string()
  .allow('')
  .max(65_536)
  .custom((value: string) => {
    if (!value.isWellFormed()) throw new Error('half of a surrogate pair is no text');
    return value;
  });
const vector = (length: number): Joi.ArraySchema =>
  Joi.array().items(Joi.number().min(-mostMetres).max(mostMetres)).length(length);
const transform = Joi.alternatives(
  Joi.object({ t: vector(3).required(), r: vector(4).required(), s: vector(3).required() }),
  Joi.object({ m: vector(16).required() }),
);
const parent = id.allow(null);
const place = Joi.object({ parent: parent.required(), index: index.required(), local: transform.required() });
const display = Joi.string().valid(...displays);
const outline = Joi.array().items(vector(3)).min(2).max(1000);
const flag = Joi.boolean().required();
const switches = Joi.object({ shown: flag, pickable: flag, rendered: flag, goes: flag });
const mark = Joi.object({
  colour: Joi.string().max(30).required(),
  word: Joi.string().max(60).required(),
  note: Joi.string().max(2000),
});
const attribute = Joi.any().custom((value: unknown) => {
  if (isDeeperThan(mostNested, value)) throw new Error(`more than ${mostNested} levels are no value`);
  return value;
});
const data = Joi.object({
  id: id.required(),
  name: name.required(),
  kind: Joi.string()
    .valid(...kinds)
    .required(),
  local: transform.required(),
  shape: index.allow(null).required(),
  materials: Joi.array().items(index).required(),
  switches: switches.required(),
  layer: Joi.string().max(200).required(),
  mark: mark.allow(null).required(),
  attributes: Joi.object().pattern(Joi.string().allow(''), attribute).required(),
  rest: transform.allow(null).required(),
  bake: vector(16).allow(null),
  display: display.allow(null),
  outline: outline.allow(null),
  source: index.allow(null).required(),
  held: Joi.alternatives(
    Joi.object({ file: Joi.string().max(4096).required() }),
    Joi.object({ object: id.required() }),
  ),
});
const branch = Joi.object({
  data: data.required(),
  children: Joi.array().items(Joi.link('#branchNode')).required(),
}).id('branchNode');

const ruling = {
  switches: Joi.object({
    shown: Joi.boolean(),
    pickable: Joi.boolean(),
    rendered: Joi.boolean(),
    goes: Joi.boolean(),
  }),
  display,
};
const setName = Joi.string().min(1).max(200);
const sceneSet = Joi.alternatives(
  Joi.object({
    name: setName.required(),
    ...ruling,
    how: Joi.string().valid('fixed').required(),
    objects: Joi.array().items(id).max(1_000_000).required(),
  }),
  Joi.object({
    name: setName.required(),
    ...ruling,
    how: Joi.string().valid('live').required(),
    query: Joi.string().max(1000).required(),
  }),
);
const sceneLayer = Joi.object({
  name: setName.required(),
  colour: Joi.string().max(30),
  parent: setName,
  ...ruling,
});
const names = Joi.array().items(setName).max(10_000).required();
const sceneView = Joi.object({
  name: setName.required(),
  hidden: Joi.array().items(id).max(1_000_000).required(),
  layers: names,
  sets: names,
});
const fields = {
  switches,
  layer: Joi.string().max(200),
  mark: mark.allow(null),
  materials: Joi.array().items(index),
  rest: transform.allow(null),
  bake: vector(16).allow(null),
  display: display.allow(null),
  shape: index.allow(null),
  outline: outline.allow(null),
};
const set = Joi.alternatives(
  ...Object.entries(fields).map(([field, value]) =>
    Joi.object({
      kind: Joi.string().valid('set').required(),
      object: id.required(),
      field: Joi.string().valid(field).required(),
      from: value.required(),
      to: value.required(),
    }),
  ),
);
const one = (kind: string, members: Joi.SchemaMap): Joi.ObjectSchema =>
  Joi.object({ kind: Joi.string().valid(kind).required(), ...members });

/** One schema for each kind of edit; a test holds it to core's registry. */
export const editSchemas: Readonly<Record<string, Joi.Schema>> = {
  attribute: one('attribute', {
    object: id.required(),
    key: Joi.string().min(1).max(300).required(),
    from: attribute,
    to: attribute,
  }),
  insert: one('insert', { branch: branch.required(), parent: parent.required(), index: index.required() }),
  move: one('move', { object: id.required(), from: place.required(), to: place.required() }),
  'named-layer': one('named-layer', {
    name: setName.required(),
    from: sceneLayer.allow(null).required(),
    to: sceneLayer.allow(null).required(),
  }),
  'named-view': one('named-view', {
    name: setName.required(),
    from: sceneView.allow(null).required(),
    to: sceneView.allow(null).required(),
  }),
  'named-set': one('named-set', {
    name: setName.required(),
    from: sceneSet.allow(null).required(),
    to: sceneSet.allow(null).required(),
  }),
  remove: one('remove', { branch: branch.required(), parent: parent.required(), index: index.required() }),
  rename: one('rename', { object: id.required(), from: name.required(), to: name.required() }),
  'rename-thing': one('rename-thing', {
    thing: Joi.string().valid('material', 'shape').required(),
    index: index.required(),
    from: name.required(),
    to: name.required(),
  }),
  set,
  transform: one('transform', {
    object: id.required(),
    from: transform.required(),
    to: transform.required(),
  }),
};

/** Whether an edit has a member of that name, which Joi lets pass. What is among attributes is people's own. */
function hasProto(edit: object): boolean {
  const stack: unknown[] = [edit];
  while (stack.length) {
    const one = stack.pop();
    if (typeof one !== 'object' || one === null) continue;
    if (Object.hasOwn(one, '__proto__')) return true;
    // An edit of one attribute has its values in `from` and `to`.
    const isAttribute = (one as { kind?: unknown }).kind === 'attribute';
    for (const [key, value] of Object.entries(one))
      if (key !== 'attributes' && !(isAttribute && (key === 'from' || key === 'to'))) stack.push(value);
  }
  return false;
}

/** A list of edits; the message names the edit by its place. */
export const editsSchema = Joi.array()
  .min(1)
  .max(1_000_000)
  .items(
    Joi.object({
      kind: Joi.string()
        .valid(...Object.keys(editSchemas))
        .required(),
    })
      .unknown()
      .custom((value: { kind: string }) => {
        const { error } = editSchemas[value.kind]!.validate(value, { convert: false });
        if (error) throw new Error(error.message);
        if (hasProto(value)) throw new Error('"__proto__" is not allowed');
        return value;
      }),
  );
