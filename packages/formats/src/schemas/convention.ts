import Joi from 'joi';
import { checksOf } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { facings } from '@renquil/core/frames';
import { CompiledConvention, otherThings, slotRoles, type Convention, wordCases } from '@renquil/core/names';
import { kinds } from '@renquil/core/scene';
import { wrongSettings } from './check-settings.js';
import { houseRuleSchema, mostRules, twiceListed } from './house-rule.js';

const word = Joi.object({
  word: Joi.string().min(1).max(60).required(),
  spellings: Joi.array().items(Joi.string().min(1).max(60)).max(200),
  means: Joi.string().min(1).max(60),
});
const slot = Joi.object({
  words: Joi.array().items(word).max(5000),
  digits: Joi.number().integer().min(1).max(12),
  atLeast: Joi.boolean(),
  letters: Joi.string().valid('lower', 'upper'),
  prefix: Joi.string()
    .pattern(/^[A-Za-z]+$/)
    .max(10),
  start: Joi.number().integer().min(0),
  case: Joi.string().valid(...wordCases),
  joint: Joi.string()
    .pattern(/^[^A-Za-z0-9]+$/)
    .max(3),
  most: Joi.number().integer().min(1).max(12),
  role: Joi.string().valid(...slotRoles),
});
const part = Joi.object({
  slot: Joi.string().required(),
  optional: Joi.boolean(),
  glued: Joi.boolean(),
  after: Joi.string()
    .pattern(/^[^A-Za-z0-9]+$/)
    .max(3),
  only: Joi.array().items(Joi.string().min(1).max(60)).min(1).max(200),
});
const pattern = Joi.array().items(part).min(1).max(12);
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
  humps: Joi.string().valid('camel', 'pascal'),
  facing: Joi.string().valid(...facings),
  slots: Joi.object()
    .pattern(Joi.string().pattern(/^[a-z][A-Za-z0-9]{0,30}$/), slot)
    .required(),
  patterns: Joi.object()
    .pattern(Joi.string().valid(...kinds), pattern)
    .required(),
  special: Joi.array()
    .items(
      Joi.object({
        title: Joi.string().min(1).max(120).required(),
        where: Joi.string().min(1).max(1000).required(),
        pattern: pattern.required(),
      }),
    )
    .max(50),
  others: Joi.object().pattern(Joi.string().valid(...otherThings), pattern),
  slack: Joi.number().min(0).max(1000),
  helpers: Joi.object({
    prefixes: Joi.array().items(Joi.string().min(1).max(30)).max(50).required(),
  }).required(),
  templates: Joi.object().pattern(Joi.string().min(1).max(60), template),
  checks: Joi.object().pattern(Joi.string(), check),
  rules: Joi.array().items(houseRuleSchema).max(mostRules),
});

/** Checks a convention; the error names the place. Throws convention-invalid. */
export function parseConvention(value: unknown): Convention {
  const { error, value: parsed } = schema.validate(value, { convert: false });
  if (error) throw wrong(error.message);
  const convention = parsed as Convention;
  const setting = wrongSettings(convention.checks ?? {});
  if (setting !== null) throw wrong(setting);
  if (convention.humps && convention.separator !== '')
    throw wrong(`capitals part the slots ("humps"), so "separator" must be empty`);
  const patterns = [
    ...Object.entries(convention.patterns),
    ...Object.entries(convention.others ?? {}),
    ...(convention.special ?? []).map(({ title, pattern }) => [title, pattern] as const),
  ];
  for (const [key, parts] of patterns) {
    for (const { slot: name, only } of parts) {
      const rule = convention.slots[name];
      if (!rule) throw wrong(`the pattern of "${key}" uses a slot "${name}" that is not there`);
      const strange = only?.find((word) => !rule.words?.some((one) => one.word === word));
      if (strange !== undefined)
        throw wrong(`the pattern of "${key}" allows "${strange}", which is no word of the slot "${name}"`);
    }
    const twice = parts.find(({ slot: name }, i) => parts.findIndex((one) => one.slot === name) !== i);
    if (twice) throw wrong(`the pattern of "${key}" has the slot "${twice.slot}" twice`);
  }
  for (const [name, { words = [] }] of Object.entries(convention.slots)) {
    const seen = new Set<string>();
    for (const { word: text } of words) {
      if (seen.has(text)) throw wrong(`the slot "${name}" lists "${text}" twice`);
      seen.add(text);
    }
  }
  const twice = twiceListed(convention.rules ?? []);
  if (twice !== undefined) throw wrong(`the rule "${twice}" is there twice`);
  try {
    // The queries of special patterns and of rules are read once, so that a scene never meets one that cannot be.
    checksOf(new CompiledConvention(convention));
  } catch (cause) {
    if (cause instanceof RenquilError && cause.code === 'convention-invalid') throw cause;
    throw wrong((cause as Error).message.replace(/\.$/, ''));
  }
  return convention;
}
function wrong(detail: string): RenquilError {
  return new RenquilError('convention-invalid', { detail });
}
