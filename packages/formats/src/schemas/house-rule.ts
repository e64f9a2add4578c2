import Joi from 'joi';
import { countPattern, demands, relations, severities, type HouseRule } from '@renquil/core/checks';
import { switchNames } from '@renquil/core/scene';
import { parseRecipe } from './recipe.js';

/** A convention has so many rules of its own at most. */
export const mostRules = 200;
const ruleId = '^[a-z][a-z0-9-]{0,59}$';
const filter = Joi.string().min(1).max(1000);
const count = Joi.string().pattern(new RegExp(countPattern));
const near = Joi.object({ ...Object.fromEntries(relations.map((one) => [one, filter])), count });
const json = Joi.any();

/** What a rule of the house is taken for; what is only known with the whole convention is checked when it is read. */
export const houseRuleSchema = Joi.object({
  id: Joi.string().pattern(new RegExp(ruleId)).required(),
  title: Joi.string().min(1).max(120).required(),
  severity: Joi.string()
    .valid(...severities, 'off')
    .required(),
  where: filter.required(),
  must: filter,
  has: near,
  lacks: near,
  together: Joi.object({
    count,
    attribute: Joi.string().min(1).max(200),
    series: Joi.boolean().valid(true),
    among: Joi.string().valid('scene', 'siblings'),
  }),
  says: Joi.string().min(1).max(500).required(),
  otherwise: Joi.string().min(1).max(500),
  fix: Joi.object({
    recipe: Joi.array()
      .min(1)
      .max(50)
      .custom((steps: unknown) => parseRecipe({ renquil: 'recipe/1', name: '', steps }).steps),
    switch: Joi.object(Object.fromEntries(switchNames.map((name) => [name, Joi.boolean()]))),
    layer: Joi.string().min(1).max(200),
    attribute: Joi.object().pattern(Joi.string().min(1).max(200), json).min(1).max(50),
    under: filter,
    as: Joi.string().valid('most'),
  }),
});

/** A rule whose id stands twice; undefined: none does. */
export function twiceListed(rules: readonly Pick<HouseRule, 'id'>[]): string | undefined {
  const seen = new Set<string>();
  return rules.find(({ id }) => seen.has(id) || !seen.add(id))?.id;
}

const text = (most: number) => ({ type: 'string', minLength: 1, maxLength: most });
const closed = (properties: object, required: readonly string[] = []) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});
const oneOf = (keys: readonly string[]) =>
  keys.map((key) => ({ type: 'object', properties: { [key]: true }, required: [key] }));
const countJson = { type: 'string', pattern: countPattern, description: 'Left out: at least 1.' };
const nearJson = {
  ...closed({ ...Object.fromEntries(relations.map((one) => [one, text(1000)])), count: countJson }),
  oneOf: oneOf(relations),
};

/** The same as JSON Schema. */
export const houseRuleJsonSchema = {
  ...closed(
    {
      id: { type: 'string', pattern: ruleId, description: 'Findings carry it with house/ before it.' },
      title: text(120),
      severity: { enum: [...severities, 'off'] },
      where: { ...text(1000), description: 'A filter: what the rule is about.' },
      must: { ...text(1000), description: 'A filter that must find each of them too.' },
      has: { ...nearJson, description: 'What must stand near each of them.' },
      lacks: { ...nearJson, description: 'What must not stand near any of them.' },
      together: {
        ...closed({
          count: { type: 'string', pattern: countPattern },
          attribute: { ...text(200), description: 'It has one value in all of them.' },
          series: { const: true, description: 'Their names differ in a number only, with no gap.' },
          among: { enum: ['scene', 'siblings'], description: 'Left out: scene.' },
        }),
        oneOf: oneOf(['count', 'attribute', 'series']),
        description: 'What must hold of all of them together.',
      },
      says: {
        ...text(500),
        description:
          'The sentence people read: {name} {parent} {kind} {layer} {slot.NAME} {attr.NAME}, and {count} {wanted} {value} where something is counted or compared.',
      },
      otherwise: { ...text(500), description: 'What goes wrong further on when it stays.' },
      fix: {
        ...closed({
          recipe: { type: 'array', minItems: 1, maxItems: 50, items: { type: 'object' } },
          switch: closed(Object.fromEntries(switchNames.map((name) => [name, { type: 'boolean' }]))),
          layer: text(200),
          attribute: { type: 'object', minProperties: 1, maxProperties: 50 },
          under: { ...text(1000), description: 'A filter: it goes under the first that this finds.' },
          as: { const: 'most', description: 'The value that most have.' },
        }),
        oneOf: oneOf(['recipe', 'switch', 'layer', 'attribute', 'under', 'as']),
      },
    },
    ['id', 'title', 'severity', 'where', 'says'],
  ),
  oneOf: oneOf(demands),
} as const;
