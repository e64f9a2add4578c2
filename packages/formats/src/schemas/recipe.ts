import { told } from '../gltf/guards.js';
import Joi from 'joi';
import { RenquilError } from '@renquil/core/errors';
import { caseForms, cutWays, numberOrders, type Recipe, type StepId } from '@renquil/core/names/recipe';

const base = { off: Joi.boolean(), where: Joi.string().allow('').max(1000) };
const step = (id: string) => ({ ...base, step: Joi.string().valid(id).required() });
const text = Joi.string().allow('').max(500);
const steps: Readonly<Record<StepId, Joi.ObjectSchema>> = {
  'add-text': Joi.object({
    ...step('add-text'),
    text: text.required(),
    at: Joi.string().valid('before', 'after', 'place').required(),
    position: Joi.number().integer().min(-1000).max(1000),
    once: Joi.boolean(),
  }),
  'change-case': Joi.object({
    ...step('change-case'),
    to: Joi.string()
      .valid(...caseForms)
      .required(),
  }),
  'cut-text': Joi.object({
    ...step('cut-text'),
    what: Joi.string()
      .valid(...cutWays)
      .required(),
    count: Joi.number().integer().min(0).max(1000),
    from: Joi.number().integer().min(1).max(1000),
  }),
  'from-list': Joi.object({
    ...step('from-list'),
    how: Joi.string().valid('pairs', 'order').required(),
    rows: Joi.array()
      .items(Joi.array().items(Joi.string().allow('').max(1000)).min(1).max(2))
      .max(100_000)
      .required(),
  }),
  'from-template': Joi.object({ ...step('from-template'), template: text.required() }),
  number: Joi.object({
    ...step('number'),
    start: Joi.number().integer().min(-1_000_000).max(1_000_000_000).required(),
    by: Joi.number().integer().invalid(0).required(),
    digits: Joi.number().integer().min(1).max(12).required(),
    order: Joi.string()
      .valid(...numberOrders)
      .required(),
    down: Joi.boolean(),
    restart: Joi.string().valid('never', 'parent', 'base', 'slot').required(),
    slot: Joi.string().allow('').max(60),
    at: Joi.string().valid('end', 'last-number', 'after-word', 'slot').required(),
    word: Joi.string().allow('').max(200),
    glue: Joi.string().allow('').max(10),
    letters: Joi.boolean(),
    keep: Joi.string().valid('none', 'count-on', 'fill-gaps'),
  }),
  'plain-letters': Joi.object({ ...step('plain-letters'), join: Joi.string().allow('').max(3) }),
  'set-side': Joi.object({
    ...step('set-side'),
    side: Joi.boolean().required(),
    place: Joi.boolean().required(),
    slack: Joi.number().min(0).max(1000),
    middle: Joi.string().valid('word', 'nothing', 'keep').required(),
  }),
  'set-slot': Joi.object({
    ...step('set-slot'),
    slot: Joi.string().allow('').max(60).required(),
    to: Joi.string().allow('').max(200).required(),
  }),
  'swap-sides': Joi.object(step('swap-sides')),
  'swap-words': Joi.object({
    ...step('swap-words'),
    find: text.required(),
    put: text.required(),
    how: Joi.string().valid('plain', 'wildcard', 'regex').required(),
    anyCase: Joi.boolean(),
    wholeWord: Joi.boolean(),
  }),
  'take-apart': Joi.object({
    ...step('take-apart'),
    join: Joi.string().allow('').max(3),
    humps: Joi.boolean().required(),
    digits: Joi.boolean().required(),
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
    const known =
      typeof step.step === 'string' && Object.hasOwn(steps, step.step)
        ? steps[step.step as StepId]
        : undefined;
    if (!known)
      throw new RenquilError('recipe-invalid', {
        detail: `step ${i + 1}: there is no step "${told(step.step)}"`,
      });
    const wrong = known.validate(step, { convert: false }).error;
    if (wrong) throw new RenquilError('recipe-invalid', { detail: `step ${i + 1}: ${wrong.message}` });
  });
  return recipe as Recipe;
}
