import { errorCatalogue } from '@renquil/core/errors';
import { conventionJsonSchema, editSchemas } from '@renquil/formats/schemas';
import type { Endpoint, Needs } from './endpoint.js';
import { endpoints } from './endpoints/registry.js';
import { schemaFor, schemaWith, type JsonSchema } from './json-schema.js';
import { things } from './endpoints/things.js';

const refusals: Readonly<Record<Needs, readonly number[]>> = {
  anyone: [],
  'signed-in': [401],
  viewer: [401, 404],
  artist: [401, 403, 404],
  lead: [401, 403, 404],
};
const errorReply = {
  description: 'Refused',
  content: { 'application/json': { schema: { $ref: '#/components/schemas/Error' } } },
};

/** What an endpoint is about: the last plain word of its path before or after the thing it names. */
export function tagOf({ path }: Endpoint): string {
  const [first = '', , second] = path.split('/').slice(2);
  const within = second?.split('.')[0];
  return within !== undefined && (first === 'projects' || first === 'scenes') ? within : first;
}

/** The API as an OpenAPI 3.1.0 document (OpenAPI Initiative, 2021), made from the endpoints. */
export function openApi(): JsonSchema {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, endpoint] of Object.entries<Endpoint>(endpoints)) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}');
    (paths[path] ??= {})[endpoint.method] = operation(name, endpoint);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Renquil',
      version: '1',
      license: { name: 'Apache-2.0', identifier: 'Apache-2.0' },
      description: 'Scenes, conventions, checks and packages of a project. Times are UTC (RFC 3339).',
    },
    servers: [{ url: '/' }],
    paths,
    components: { schemas: schemas(), securitySchemes },
  };
}

/** A page comes with its cookie, a pipeline with its token (RFC 6750). */
const securitySchemes = {
  session: { type: 'apiKey', in: 'cookie', name: 'renquil_session' },
  token: { type: 'http', scheme: 'bearer' },
};

function operation(name: string, endpoint: Endpoint): JsonSchema {
  const { needs, says, query = {}, body, sends } = endpoint;
  const parameters = [
    ...[...endpoint.path.matchAll(/:(\w+)/g)].map(([, param]) => ({
      name: param,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    })),
    ...Object.entries(query).map(([key, shape]) => ({
      name: key,
      in: 'query',
      required: shape.presence === 'needed',
      schema: schemaFor(shape),
    })),
  ];
  const content = sends
    ? { [sends]: { schema: { type: 'object', additionalProperties: { type: 'string', format: 'binary' } } } }
    : body && { 'application/json': { schema: schemaFor(body) } };
  return {
    operationId: name,
    tags: [tagOf(endpoint)],
    summary: says,
    ...(parameters.length ? { parameters } : {}),
    ...(content ? { requestBody: { required: true, content } } : {}),
    security: needs === 'anyone' ? [] : [{ session: [] }, { token: [] }],
    responses: {
      ...success(endpoint),
      ...Object.fromEntries(refusals[needs].map((status) => [status, errorReply])),
      default: errorReply,
    },
    'x-needs': needs,
  };
}

function success({ status, reply, bytes, says }: Endpoint): JsonSchema {
  const content = reply
    ? { 'application/json': { schema: schemaFor(reply) } }
    : bytes && { [bytes]: { schema: { type: 'string', format: 'binary' } } };
  const code = status ?? (content ? 200 : 204);
  return { [code]: { description: says, ...(content ? { content } : {}) } };
}

/** The named things, and what stands as a schema elsewhere. */
function schemas(): JsonSchema {
  const made: JsonSchema = {};
  for (const [name, thing] of Object.entries(things)) made[name] = schemaWith(thing, name);
  const kinds = Object.entries(editSchemas).map(([kind, joi]) => [kind, schemaFor({ joi })] as const);
  for (const [kind, { schemas: inner, ...schema }] of kinds) {
    Object.assign(made, inner);
    made[`Edit.${kind}`] = schema;
  }
  made['Edits'] = {
    type: 'array',
    minItems: 1,
    items: { oneOf: kinds.map(([kind]) => ({ $ref: `#/components/schemas/Edit.${kind}` })) },
  };
  made['Convention'] = conventionJsonSchema;
  made['Error'] = {
    type: 'object',
    required: ['error'],
    properties: {
      error: {
        type: 'object',
        required: ['code', 'text'],
        properties: {
          code: { type: 'string', enum: Object.keys(errorCatalogue).sort() },
          text: { type: 'string' },
          data: { type: 'object' },
        },
      },
    },
  };
  return made;
}
