type Schema = Readonly<Record<string, unknown>>;

/** A JSON Schema as one line that people read: `{ name: text, days?: 1..400 = 90 }`. Named things are given by their name. */
export function schemaText(schema: unknown): string {
  if (typeof schema !== 'object' || schema === null) return 'anything';
  const it = schema as Schema;
  if (typeof it['$ref'] === 'string') return it['$ref'].split('/').at(-1)!;
  const choices = (it['anyOf'] ?? it['oneOf']) as readonly unknown[] | undefined;
  if (choices) return [...new Set(choices.map(schemaText))].join(' or ');
  if ('const' in it) return String(it['const']);
  if (it['enum']) return (it['enum'] as readonly unknown[]).map(String).join(' | ');
  const types = [it['type'] ?? []].flat() as string[];
  const orNull = types.includes('null') ? ' or null' : '';
  const main = types.find((type) => type !== 'null');
  if (main === undefined) return orNull ? 'null' : 'anything';
  return textOf(main, it) + orNull;
}

function textOf(type: string, it: Schema): string {
  if (type === 'array') return `list of ${schemaText(it['items'])}`;
  if (type === 'object') return objectText(it);
  if (type === 'integer' || type === 'number') return rangeText(it);
  if (it['format'] === 'date-time') return 'time';
  if (it['format'] === 'binary') return 'bytes';
  return type === 'string' ? 'text' : type === 'boolean' ? 'yes or no' : type;
}

function rangeText({ minimum, maximum }: { readonly minimum?: number; readonly maximum?: number }): string {
  if (minimum === undefined && maximum === undefined) return 'number';
  if (maximum === undefined) return `${minimum} or more`;
  return minimum === undefined ? `up to ${maximum}` : `${minimum}..${maximum}`;
}

function objectText({ properties, required = [], additionalProperties }: Schema): string {
  if (!properties) {
    const values = typeof additionalProperties === 'object' ? schemaText(additionalProperties) : 'anything';
    return values === 'anything' ? 'object' : `object of ${values}`;
  }
  const members = Object.entries(properties as Readonly<Record<string, Schema>>).map(([key, value]) => {
    const may = (required as readonly string[]).includes(key) ? '' : '?';
    const filled = value['default'] === undefined ? '' : ` = ${JSON.stringify(value['default'])}`;
    return `${key}${may}: ${schemaText(value)}${filled}`;
  });
  return members.length ? `{ ${members.join(', ')} }` : '{}';
}
