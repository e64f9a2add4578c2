import Joi from 'joi';
import { RenquilError, type Recipe } from '@renquil/core';

const base = { off: Joi.boolean(), where: Joi.string().allow('').max(1000) };
const steps = {
  'swap-words': Joi.object({
    ...base,
    step: Joi.string().valid('swap-words').required(),
    find: Joi.string().allow('').max(500).required(),
    put: Joi.string().allow('').max(500).required(),
    how: Joi.string().valid('plain', 'wildcard', 'regex').required(),
    anyCase: Joi.boolean(),
    wholeWord: Joi.boolean(),
  }),
  number: Joi.object({
    ...base,
    step: Joi.string().valid('number').required(),
    start: Joi.number().integer().min(-1_000_000).max(1_000_000_000).required(),
    by: Joi.number().integer().invalid(0).required(),
    digits: Joi.number().integer().min(1).max(12).required(),
    order: Joi.string().valid('tree', 'name', 'x', 'y', 'z').required(),
    restart: Joi.string().valid('never', 'parent', 'base').required(),
    at: Joi.string().valid('end', 'last-number', 'after-word').required(),
    word: Joi.string().allow('').max(200),
    glue: Joi.string().allow('').max(10),
  }),
  'add-text': Joi.object({
    ...base,
    step: Joi.string().valid('add-text').required(),
    text: Joi.string().allow('').max(500).required(),
    at: Joi.string().valid('before', 'after').required(),
    once: Joi.boolean(),
  }),
};

const schema = Joi.object({
  renquil: Joi.string().valid('recipe/1').required(),
  name: Joi.string().allow('').max(200).required(),
  steps: Joi.array().items(Joi.object().unknown()).max(50).required(),
  clashes: Joi.string().valid('stop', 'number-on', 'skip'),
});

/** Checks a recipe, step by step, so that the message can say which step is wrong. */
export function parseRecipe(value: unknown): Recipe {
  const { error, value: recipe } = schema.validate(value, { convert: false });
  if (error) throw new RenquilError('recipe-invalid', { detail: error.message });
  const listed = (recipe as { steps: { step?: string }[] }).steps;
  listed.forEach((step, i) => {
    const known = steps[step.step as keyof typeof steps] as Joi.ObjectSchema | undefined;
    if (!known)
      throw new RenquilError('recipe-invalid', {
        detail: `step ${i + 1}: there is no step "${String(step.step)}"`,
      });
    const wrong = known.validate(step, { convert: false }).error;
    if (wrong) throw new RenquilError('recipe-invalid', { detail: `step ${i + 1}: ${wrong.message}` });
  });
  return recipe as Recipe;
}
