import { told } from '../gltf/guards.js';
import Joi from 'joi';
import { RenquilError } from '@renquil/core/errors';
import { kinds, mostObjectId } from '@renquil/core/scene';
import { changeOps, type ChangeList } from '../changes/change-list.js';

const ref = Joi.alternatives(
  Joi.number().integer().min(1),
  Joi.string().pattern(/^\//, 'a path that starts with /'),
);
const refs = Joi.array().items(ref).min(1);
const numbers = (length: number): Joi.ArraySchema =>
  Joi.array().items(Joi.number()).length(length).required();
const transform = Joi.alternatives(
  Joi.object({ t: numbers(3), r: numbers(4), s: numbers(3) }),
  Joi.object({ m: numbers(16) }),
);

const change = Joi.object({
  op: Joi.string().required(),
  source: Joi.alternatives(Joi.string().allow(''), Joi.number()),
  path: Joi.string(),
  was: Joi.any(),
})
  .when(Joi.object({ op: 'rename' }).unknown(), {
    then: Joi.object({ object: ref.required(), to: Joi.string().allow('').max(1000).required() }),
  })
  .when(Joi.object({ op: 'move' }).unknown(), {
    then: Joi.object({
      object: ref.required(),
      under: ref.allow(null).required(),
      index: Joi.number().integer().min(0),
      after: ref.allow(null),
      keep: Joi.string().valid('world', 'local'),
    }),
  })
  .when(Joi.object({ op: 'create' }).unknown(), {
    then: Joi.object({
      object: Joi.number().integer().min(1).max(mostObjectId).required(),
      name: Joi.string().allow('').max(1000).required(),
      under: ref.allow(null).required(),
      after: ref.allow(null),
      kind: Joi.string().valid(...kinds),
      local: transform,
    }),
  })
  .when(Joi.object({ op: 'transform' }).unknown(), {
    then: Joi.object({ object: ref.required(), to: transform.required() }),
  })
  .when(Joi.object({ op: 'rename-material' }).unknown(), {
    then: Joi.object({
      material: Joi.number().integer().min(0).required(),
      to: Joi.string().allow('').max(1000).required(),
    }),
  })
  .when(Joi.object({ op: 'remove' }).unknown(), {
    then: Joi.object({ objects: refs.required() }),
  })
  .when(Joi.object({ op: 'group' }).unknown(), {
    then: Joi.object({
      objects: Joi.array().items(ref).required(),
      name: Joi.string().max(1000).required(),
      pivot: Joi.string().valid('centre', 'base', 'origin', 'mean', 'last'),
    }),
  })
  .when(Joi.object({ op: 'ungroup' }).unknown(), {
    then: Joi.object({ object: ref.required(), all: Joi.boolean() }),
  })
  .when(Joi.object({ op: 'zero' }).unknown(), {
    then: Joi.object({ objects: refs.required(), how: Joi.string().valid('bake', 'rest').required() }),
  })
  .when(Joi.object({ op: 'pivot' }).unknown(), {
    then: Joi.object({
      object: ref.required(),
      at: Joi.alternatives(
        Joi.array().items(Joi.number()).length(3),
        Joi.string().valid('centre', 'base', 'origin'),
      ).required(),
    }),
  })
  .when(Joi.object({ op: 'mirror' }).unknown(), {
    then: Joi.object({ object: ref.required(), axis: Joi.string().valid('x', 'y', 'z').required() }),
  })
  .when(Joi.object({ op: 'set' }).unknown(), {
    then: Joi.object({
      object: ref.required(),
      field: Joi.string().min(1).max(300).required(),
      value: Joi.any().required(),
    }),
  });

const schema = Joi.object({
  renquil: Joi.string().valid('changes/1').required(),
  metersPerUnit: Joi.number().greater(0),
  up: Joi.string().valid('Y', 'Z'),
  changes: Joi.array().items(change).required(),
  left: Joi.object().pattern(Joi.string(), Joi.number()),
});

/** A change list from outside. Throws change-list-invalid naming the change by its number. */
export function parseChangeList(value: unknown): ChangeList {
  // First: a change without an operation would be held to what every one of them has.
  const listed = (value as { changes?: { op?: unknown }[] } | null)?.changes;
  if (Array.isArray(listed)) {
    const at = listed.findIndex((c) => !(changeOps as readonly unknown[]).includes(c?.op));
    const op = told(listed[at]?.op);
    if (at >= 0)
      throw new RenquilError('change-list-invalid', {
        detail: `change ${at + 1}: there is no operation "${op}"`,
      });
  }
  const { error, value: parsed } = schema.validate(value, { convert: false });
  if (error) throw new RenquilError('change-list-invalid', { detail: error.message });
  return parsed as ChangeList;
}
