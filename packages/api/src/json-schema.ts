import type Joi from 'joi';
import convert from 'joi-to-json';
import { things } from './endpoints/things.js';
import type { AnyShape } from './shape.js';

/** A JSON Schema (draft 2020-12) as plain data. */
export type JsonSchema = Record<string, unknown>;
/** The package is CommonJS: what it exports by default is one level down for some loaders. */
const toJson = ((convert as unknown as { default?: typeof convert }).default ?? convert) as unknown as (
  joi: Joi.Schema,
  form: 'open-api-3.1',
) => JsonSchema;

const references = new Map<string, JsonSchema>();
function known(): ReadonlyMap<string, JsonSchema> {
  if (references.size) return references;
  for (const [name, { joi }] of Object.entries<AnyShape>(things)) {
    const reference = { $ref: `#/components/schemas/${name}` };
    references.set(JSON.stringify(toJson(joi, 'open-api-3.1')), reference);
    const orNull = JSON.stringify(toJson(joi.allow(null), 'open-api-3.1'));
    references.set(orNull, { anyOf: [reference, { type: 'null' }] });
  }
  return references;
}

/** A shape as JSON Schema 2020-12 in the dialect of OpenAPI 3.1; the things that have a name are referred to by it. */
export function schemaFor({ joi }: Pick<AnyShape, 'joi'>): JsonSchema {
  return named(toJson(joi, 'open-api-3.1'));
}
/** The same of a thing itself: what it holds by name, and not itself. */
export function schemaWith({ joi }: AnyShape, self: string): JsonSchema {
  const schema = toJson(joi, 'open-api-3.1');
  const inner = Object.entries(schema).map(([key, value]) => [key, anyNamed(value)] as const);
  return { title: self, ...Object.fromEntries(inner) };
}

function named(schema: JsonSchema): JsonSchema {
  const reference = known().get(JSON.stringify(schema));
  if (reference) return reference;
  return Object.fromEntries(
    Object.entries(schema)
      // 2^53 - 1 is the limit of JavaScript's numbers, not of ours.
      .filter(([key, value]) => !((key === 'maximum' || key === 'minimum') && isSafeLimit(value)))
      .map(([key, value]) => [key, anyNamed(value)]),
  );
}
const isSafeLimit = (value: unknown): boolean => Math.abs(Number(value)) === Number.MAX_SAFE_INTEGER;

function anyNamed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(anyNamed);
  return typeof value === 'object' && value !== null ? named(value as JsonSchema) : value;
}
