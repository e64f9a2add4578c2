import Joi from 'joi';
import { checkRegistry, severities } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { facings } from '@renquil/core/frames';
import { readLasting } from '@renquil/core/query';
import { kinds } from '@renquil/core/scene';
import { targetFormats, type Target } from '@renquil/core/targets';
import { parseRecipe } from './recipe.js';

const few = 200;
const name = Joi.string().min(1).max(200);
const list = (of: Joi.Schema, least = 1): Joi.ArraySchema =>
  Joi.array().items(of).min(least).max(few).unique();
const chosen = Joi.object({ only: list(name), without: list(name) }).xor('only', 'without');
const most = Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER);
const schema = Joi.object({
  renquil: Joi.string().valid('target/1').required(),
  title: Joi.string().min(1).max(120).required(),
  about: Joi.string().max(500),
  format: Joi.string()
    .valid(...targetFormats)
    .required(),
  names: Joi.object({
    letters: Joi.string().valid('ascii', 'any'),
    signs: Joi.string().allow('').max(40),
    digitFirst: Joi.boolean(),
    longest: Joi.number().integer().min(8).max(65_536),
    longestPath: Joi.number().integer().min(8).max(1_048_576),
    unique: Joi.string().valid('scene', 'siblings'),
    capitals: Joi.boolean(),
    reserved: list(name, 0).max(5000),
    steps: Joi.array()
      .max(50)
      .custom((steps: unknown) => parseRecipe({ renquil: 'recipe/1', name: '', steps }).steps),
    conform: Joi.boolean(),
  }),
  axes: Joi.object({
    up: Joi.string().valid('Y', 'Z'),
    front: Joi.string().valid(...facings),
    unit: Joi.number().min(1e-6).max(1e6),
    how: Joi.string().valid('root', 'baked'),
    root: name,
  }),
  takes: Joi.object({
    kinds: list(Joi.string().valid(...kinds)),
    layers: chosen,
    sets: chosen,
    where: Joi.string().min(1).max(1000),
    attributes: Joi.alternatives(Joi.string().valid('all', 'none'), list(name)),
  }),
  budgets: Joi.object({ objects: most, faces: most, facesEach: most, materials: most, bytes: most }),
  flat: Joi.boolean(),
  severities: Joi.object().pattern(Joi.string().max(100), Joi.string().valid(...severities, 'off')),
});

/** A target from a file. Throws target-invalid, naming the place. */
export function parseTarget(value: unknown): Target {
  const { error, value: parsed } = schema.validate(value, { convert: false });
  if (error) throw invalid(error.message);
  const { renquil: _mark, ...target } = parsed as Target & { renquil: string };
  const where = target.takes?.where;
  if (where !== undefined)
    try {
      readLasting(where);
    } catch (cause) {
      throw invalid(`takes.where: ${(cause as Error).message.replace(/\.$/, '')}`);
    }
  const known = new Set(checkRegistry.map(({ id }) => id));
  // A rule of the house has an id of its own; what looks like a shipped check and is none is a slip.
  const unknown = Object.keys(target.severities ?? {}).find(
    (id) => !known.has(id) && !/^[a-z][a-z0-9-]{0,59}$/.test(id),
  );
  if (unknown !== undefined) throw invalid(`severities: "${unknown}" is no check`);
  return target;
}
/** A target as a file. */
export function writeTarget(target: Target): string {
  return `${JSON.stringify({ renquil: 'target/1', ...target }, null, 2)}\n`;
}
function invalid(detail: string): RenquilError {
  return new RenquilError('target-invalid', { detail });
}

const closed = (properties: object, required: readonly string[] = []) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});
const text = (longest: number, least = 1) => ({ type: 'string', minLength: least, maxLength: longest });
const texts = (longest: number, least = 1) => ({
  type: 'array',
  items: text(longest),
  minItems: least,
  maxItems: few,
  uniqueItems: true,
});
const count = { type: 'integer', minimum: 0 };
const chosenJson = {
  ...closed({ only: texts(200), without: texts(200) }),
  minProperties: 1,
  maxProperties: 1,
};
/**
 * What a target file may look like, as JSON Schema 2020-12; published as docs/schemas/target.schema.json. Steps of names are
 * those of a recipe, and checked when a file is read.
 */
export const targetJsonSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'renquil:target/1',
  title: 'Renquil target',
  description: 'What a receiver needs: format, names, axes, what goes, budgets, severities.',
  ...closed(
    {
      renquil: { const: 'target/1' },
      title: text(120),
      about: text(500, 0),
      format: { enum: [...targetFormats], description: 'names: only the lists of names go.' },
      names: closed({
        letters: { enum: ['ascii', 'any'], description: 'Left out: any character.' },
        signs: { ...text(40, 0), description: 'Beside letters and digits.' },
        digitFirst: { type: 'boolean', description: 'Whether a digit may stand first.' },
        longest: { type: 'integer', minimum: 8, maximum: 65_536 },
        longestPath: { type: 'integer', minimum: 8, maximum: 1_048_576 },
        unique: { enum: ['scene', 'siblings'], description: 'Among whom a name stands once.' },
        capitals: { type: 'boolean', description: 'False: capitals and small letters are the same.' },
        reserved: { ...texts(200, 0), maxItems: 5000 },
        steps: { type: 'array', items: { type: 'object' }, maxItems: 50, description: 'Steps of a recipe.' },
        conform: { type: 'boolean', description: 'Names that do not keep to this are made to.' },
      }),
      axes: closed({
        up: { enum: ['Y', 'Z'] },
        front: { enum: [...facings] },
        unit: { type: 'number', minimum: 1e-6, maximum: 1e6, description: 'Metres of one unit there.' },
        how: { enum: ['root', 'baked'] },
        root: text(200),
      }),
      takes: closed({
        kinds: { type: 'array', items: { enum: [...kinds] }, minItems: 1, uniqueItems: true },
        layers: chosenJson,
        sets: chosenJson,
        where: text(1000),
        attributes: { anyOf: [{ enum: ['all', 'none'] }, texts(200)] },
      }),
      budgets: closed({ objects: count, faces: count, facesEach: count, materials: count, bytes: count }),
      flat: { type: 'boolean', description: 'Parts without the groups above them.' },
      severities: { type: 'object', additionalProperties: { enum: [...severities, 'off'] } },
    },
    ['renquil', 'title', 'format'],
  ),
} as const;
