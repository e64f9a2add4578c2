import Joi from 'joi';
import { checkRegistry, mostListed, mostText, type Parameter } from '@renquil/core/checks';
import { nearWord } from '@renquil/core/names';
import { parseQuery } from '@renquil/core/query';
import { kinds } from '@renquil/core/scene';

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
const wish = Joi.object({
  query: query.required(),
  anchor: Joi.array().items(Joi.number().min(-1).max(1)).length(3).required(),
});

/** What is taken for a parameter, by what its check declares. */
function schemaOf(parameter: Parameter): Joi.Schema {
  switch (parameter.type) {
    case 'number': {
      const between = Joi.number().min(parameter.least).max(parameter.most);
      return parameter.whole ? between.integer() : between;
    }
    case 'switch':
      return Joi.boolean();
    case 'choice':
      return Joi.string().valid(...parameter.of);
    case 'text':
      return text;
    case 'texts':
      return Joi.array()
        .items(parameter.of ? Joi.string().valid(...parameter.of) : text)
        .max(mostListed);
    case 'groups':
      return Joi.array().items(Joi.array().items(text).min(2).max(mostListed)).max(mostListed);
    case 'kinds-by-kind':
      return Joi.object().pattern(Joi.string().valid(...kinds), someKinds);
    case 'values':
      return Joi.object()
        .pattern(text, Joi.alternatives(text, Joi.number(), Joi.boolean(), Joi.valid(null)))
        .max(mostListed);
    case 'anchors':
      return Joi.array().items(wish).max(mostListed);
  }
}
const schemas = new Map(
  checkRegistry.map(({ id, parameters }) => {
    const all = Object.entries(parameters);
    return [id, new Map(all.map(([key, one]) => [key, schemaOf(one)] as const))] as const;
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
