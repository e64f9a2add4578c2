import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { changeOps, type ChangeList } from '../changes/change-list.js';

const ref = Joi.alternatives(
  Joi.number().integer().min(1),
  Joi.string().pattern(/^\//, 'a path that starts with /'),
);
/** Operations that the change list will have and this version does not run yet. */
const later = ['group', 'ungroup', 'zero', 'pivot', 'mirror', 'set'];

const change = Joi.object({ op: Joi.string().required() })
  .when(Joi.object({ op: 'rename' }).unknown(), {
    then: Joi.object({ object: ref.required(), to: Joi.string().allow('').max(1000).required() }),
  })
  .when(Joi.object({ op: 'move' }).unknown(), {
    then: Joi.object({
      object: ref.required(),
      under: ref.allow(null).required(),
      index: Joi.number().integer().min(0),
      keep: Joi.string().valid('world', 'local'),
    }),
  })
  .when(Joi.object({ op: 'remove' }).unknown(), {
    then: Joi.object({ objects: Joi.array().items(ref).min(1).required() }),
  });

const schema = Joi.object({
  renquil: Joi.string().valid('changes/1').required(),
  changes: Joi.array().items(change).required(),
});

export function parseChangeList(value: unknown): ChangeList {
  const { error, value: parsed } = schema.validate(value, { convert: false });
  const listed = (value as { changes?: { op?: unknown }[] } | null)?.changes;
  if (Array.isArray(listed)) {
    const at = listed.findIndex((c) => !(changeOps as readonly unknown[]).includes(c?.op));
    const op = String(listed[at]?.op);
    if (at >= 0) {
      const detail = later.includes(op) ? `"${op}" is not built yet` : `there is no operation "${op}"`;
      throw new RenquilError('change-list-invalid', { detail: `change ${at + 1}: ${detail}` });
    }
  }
  if (error) throw new RenquilError('change-list-invalid', { detail: error.message });
  return parsed as ChangeList;
}
