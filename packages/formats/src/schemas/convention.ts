import Joi from 'joi';
import { kinds, RenquilError, type Convention } from '@renquil/core';

const word = Joi.object({
  word: Joi.string().min(1).max(60).required(),
  spellings: Joi.array().items(Joi.string().min(1).max(60)),
});
const slot = Joi.object({
  words: Joi.array().items(word),
  digits: Joi.number().integer().min(1).max(12),
  start: Joi.number().integer().min(0),
  case: Joi.string().valid('camel', 'lower', 'upper', 'any'),
});
const part = Joi.object({
  slot: Joi.string().required(),
  optional: Joi.boolean(),
  glued: Joi.boolean(),
  only: Joi.array().items(Joi.string()).min(1),
});
const check = Joi.object({
  severity: Joi.string().valid('blocker', 'warning', 'note', 'off'),
  parameters: Joi.object().unknown(),
});
const template = Joi.object({
  branches: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().min(1).max(200).required(),
        optional: Joi.boolean(),
      }),
    )
    .max(100)
    .required(),
  strangers: Joi.boolean(),
  floor: Joi.boolean(),
  symmetric: Joi.boolean(),
});
const schema = Joi.object({
  renquil: Joi.string().valid('convention/1').required(),
  name: Joi.string().min(1).max(120).required(),
  separator: Joi.string().allow('').max(3).required(),
  facing: Joi.string().valid('+Z', '-Z', '+X', '-X').required(),
  slots: Joi.object()
    .pattern(Joi.string().pattern(/^[a-z][A-Za-z0-9]{0,30}$/), slot)
    .required(),
  patterns: Joi.object()
    .pattern(Joi.string().valid(...kinds), Joi.array().items(part).min(1).max(12))
    .required(),
  helpers: Joi.object({ prefixes: Joi.array().items(Joi.string().min(1).max(30)).required() }).required(),
  templates: Joi.object().pattern(Joi.string().min(1).max(60), template),
  checks: Joi.object().pattern(Joi.string(), check),
});

export function parseConvention(value: unknown): Convention {
  const { error, value: parsed } = schema.validate(value, { convert: false });
  if (error) throw new RenquilError('convention-invalid', { detail: error.message });
  const convention = parsed as Convention;
  for (const [kind, parts] of Object.entries(convention.patterns)) {
    for (const { slot: name } of parts) {
      if (!convention.slots[name]) {
        throw new RenquilError('convention-invalid', {
          detail: `the pattern of "${kind}" uses a slot "${name}" that is not there`,
        });
      }
    }
  }
  return convention;
}
