import type { Endpoint } from './endpoint.js';
import { endpoints } from './endpoints/registry.js';
import { openApi, tagOf } from './open-api.js';
import { schemaFor } from './json-schema.js';
import { object } from './objects.js';
import { schemaText } from './schema-text.js';

/** The list of endpoints and things in docs/api.md, as Markdown, made from the contract: `npm run docs` writes it. */
export function apiDocument(): string {
  const byTag = new Map<string, Endpoint[]>();
  for (const endpoint of Object.values<Endpoint>(endpoints)) {
    const tag = tagOf(endpoint);
    byTag.set(tag, [...(byTag.get(tag) ?? []), endpoint]);
  }
  const parts = [...byTag]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([tag, those]) => `### ${tag}\n\n${those.map(endpointText).join('\n')}`);
  const { schemas } = (openApi() as { components: { schemas: Record<string, unknown> } }).components;
  const things = Object.entries(schemas)
    .filter(([name]) => name !== 'Convention')
    .map(([name, schema]) => `- **${name}** \`${schemaText(schema)}\``);
  return `${parts.join('\n\n')}\n\n### Things\n\n${things.join('\n')}`;
}

function endpointText({
  method,
  path,
  needs,
  says,
  query,
  body,
  sends,
  reply,
  bytes,
  status,
}: Endpoint): string {
  const lines = [`- \`${method.toUpperCase()} ${path}\` (${needs}) ${says}`];
  if (query) lines.push(`  - query \`${schemaText(schemaFor(object(query)))}\``);
  if (sends) lines.push(`  - sends ${sends}`);
  if (body) lines.push(`  - sends \`${schemaText(schemaFor(body))}\``);
  const what = reply ? `\`${schemaText(schemaFor(reply))}\`` : (bytes ?? 'nothing');
  lines.push(`  - answers ${status ?? (reply || bytes ? 200 : 204)}, ${what}`);
  return lines.join('\n');
}
