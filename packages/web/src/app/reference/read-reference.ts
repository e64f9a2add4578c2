import { schemaText } from '@renquil/api/schema-text';

type Json = Readonly<Record<string, unknown>>;
interface Parameter {
  readonly name: string;
  readonly in: string;
  readonly required?: boolean;
  readonly schema: unknown;
}
interface Operation {
  readonly operationId: string;
  readonly tags: readonly string[];
  readonly summary: string;
  readonly parameters?: readonly Parameter[];
  readonly requestBody?: { readonly content: Json };
  readonly responses: Readonly<Record<string, { readonly content?: Json }>>;
  readonly 'x-needs': string;
}
/** As much of an OpenAPI 3.1 document as ours has. */
export interface OpenApiDocument {
  readonly openapi: string;
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Json };
}

/** One endpoint, in words. */
export interface ReferenceEntry {
  readonly id: string;
  readonly method: string;
  readonly path: string;
  /** The least role that may ask it, `signed-in` or `anyone`. */
  readonly needs: string;
  readonly says: string;
  readonly query: string | null;
  readonly sends: string | null;
  /** The status when it goes well. */
  readonly status: string;
  readonly answers: string;
}
/** Endpoints that are about the same. */
export interface ReferenceGroup {
  readonly title: string;
  readonly entries: readonly ReferenceEntry[];
}
/** What several endpoints speak of, under one name. */
export interface ReferenceThing {
  readonly name: string;
  readonly text: string;
}
/** All of the API, in words. */
export interface Reference {
  readonly groups: readonly ReferenceGroup[];
  readonly things: readonly ReferenceThing[];
}

/** The endpoints of the API by what they are about, each with what it takes and answers, and the things they speak of. */
export function readReference({ paths, components }: OpenApiDocument): Reference {
  const groups = new Map<string, ReferenceEntry[]>();
  for (const [path, operations] of Object.entries(paths))
    for (const [method, operation] of Object.entries(operations)) {
      const title = operation.tags[0] ?? '';
      groups.set(title, [...(groups.get(title) ?? []), toEntry(path, method, operation)]);
    }
  return {
    groups: [...groups].sort(([a], [b]) => (a < b ? -1 : 1)).map(([title, entries]) => ({ title, entries })),
    things: Object.entries(components.schemas)
      .map(([name, schema]) => ({ name, text: schemaText(schema) }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
  };
}

function toEntry(path: string, method: string, operation: Operation): ReferenceEntry {
  const query = (operation.parameters ?? []).filter((one) => one.in === 'query');
  const [status, success] = Object.entries(operation.responses).find(([code]) => code.startsWith('2')) ?? [
    '',
    {},
  ];
  return {
    id: operation.operationId,
    method: method.toUpperCase(),
    path,
    needs: operation['x-needs'],
    says: operation.summary,
    query: query.length ? query.map(parameterText).join(', ') : null,
    sends: operation.requestBody ? contentText(operation.requestBody.content) : null,
    status,
    answers: success.content ? contentText(success.content) : 'nothing',
  };
}
function parameterText({ name, required, schema }: Parameter): string {
  return `${name}${required ? '' : '?'}: ${schemaText(schema)}`;
}
/** JSON by its schema; anything else by its media type. */
function contentText(content: Json): string {
  const json = content['application/json'] as { schema?: unknown } | undefined;
  return json ? schemaText(json.schema) : Object.keys(content).join(', ');
}

/** The endpoints and things that hold each of the words somebody looks for, in whatever case. */
export function searchReference({ groups, things }: Reference, text: string): Reference {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const holds = (...texts: (string | null)[]): boolean => {
    const all = texts.join(' ').toLowerCase();
    return words.every((word) => all.includes(word));
  };
  return {
    groups: groups
      .map(({ title, entries }) => ({
        title,
        entries: entries.filter((one) =>
          holds(title, one.method, one.path, one.needs, one.says, one.query, one.sends, one.answers),
        ),
      }))
      .filter(({ entries }) => entries.length),
    things: things.filter(({ name, text }) => holds(name, text)),
  };
}
