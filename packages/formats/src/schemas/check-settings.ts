import Joi from 'joi';
import { checkRegistry, kinds, nearWord, parseQuery, type Check } from '@renquil/core';

/** Lists of a setting are so long at most, and texts. */
const [mostListed, mostText] = [1000, 1000];
const text = Joi.string().allow('').max(mostText);
const someKinds = Joi.array()
  .items(Joi.string().valid(...kinds))
  .max(kinds.length);
const query = Joi.string()
  .max(mostText)
  .custom((value: string) => {
    parseQuery(value);
    return value;
  });

/** Parameters that are more than a number, a switch, a text, one of a few or a list of texts. */
const special: Readonly<Record<string, Joi.Schema>> = {
  'no-layer.kinds': someKinds,
  'not-zeroed.kinds': someKinds,
  'kind-under.allowed': Joi.object().pattern(Joi.string().valid(...kinds), someKinds),
  'exclusive-sets.groups': Joi.array().items(Joi.array().items(text).min(2).max(mostListed)).max(mostListed),
  'pivot-anchor.wishes': Joi.array()
    .items(
      Joi.object({
        query: query.required(),
        anchor: Joi.array().items(Joi.number().min(-1).max(1)).length(3).required(),
      }),
    )
    .max(mostListed),
  'attribute-differs.agreed': Joi.object()
    .pattern(text, Joi.alternatives(text, Joi.number(), Joi.boolean(), Joi.valid(null)))
    .max(mostListed),
};

/** What a parameter of a check may be, by what it ships with. */
function schemaOf({ id, parameters, choices }: Check, key: string): Joi.Schema {
  const shipped = parameters![key];
  const own = special[`${id}.${key}`];
  if (own) return own;
  if (choices?.[key]) return Joi.string().valid(...choices[key]);
  if (typeof shipped === 'number') return Joi.number().min(0).max(1e9);
  if (typeof shipped === 'boolean') return Joi.boolean();
  return Array.isArray(shipped) ? Joi.array().items(text).max(mostListed) : text;
}
const schemas = new Map(
  checkRegistry.map((check) => {
    const keys = Object.keys(check.parameters ?? {});
    return [check.id, new Map(keys.map((key) => [key, schemaOf(check, key)] as const))] as const;
  }),
);

/** What is wrong with the settings of checks in a convention, with its place; null: nothing. */
export function wrongSettings(
  checks: Readonly<Record<string, { readonly parameters?: Readonly<Record<string, unknown>> }>>,
): string | null {
  for (const [id, { parameters = {} }] of Object.entries(checks)) {
    const known = schemas.get(id);
    if (!known) return `there is no check "${id}"${nearest(id, schemas.keys())}`;
    for (const [key, value] of Object.entries(parameters)) {
      const schema = known.get(key);
      if (!schema) return `the check "${id}" has no parameter "${key}"${nearest(key, known.keys())}`;
      const { error } = schema.validate(value, { convert: false });
      if (error) return saidAt(`checks.${id}.parameters.${key}`, error);
    }
  }
  return null;
}

/** What is wrong, at its whole place. */
function saidAt(place: string, error: Joi.ValidationError): string {
  const { path, message, context } = error.details[0]!;
  const at = path.map((step) => (typeof step === 'number' ? `[${step}]` : `.${step}`)).join('');
  // Joi puts its own name of the place first.
  const says = (context as { error?: Error } | undefined)?.error?.message ?? message.replace(/^"[^"]*" /, '');
  return `${place}${at}: ${says.replace(/\.$/, '')}`;
}

function nearest(wrong: string, all: Iterable<string>): string {
  const listed = [...all];
  const near = nearWord(wrong, listed);
  if (near !== null) return `; the nearest is "${near}"`;
  return listed.length && listed.length < 8 ? `; it has ${listed.join(', ')}` : '';
}
