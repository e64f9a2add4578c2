import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { routeRegistry } from './registry.js';

const here = fileURLToPath(new URL('.', import.meta.url));
const docs = fileURLToPath(new URL('../../../../docs/api.md', import.meta.url));

describe('the registry of routes', () => {
  it('holds one route for every file in the folder', () => {
    const files = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.includes('/') && file.endsWith('.ts') && !file.endsWith('.spec.ts'),
    );
    expect(routeRegistry.length).toBe(files.length);
  });
  it('has no two routes for one address', () =>
    expect(new Set(routeRegistry.map((r) => `${r.method} ${r.path}`)).size).toBe(routeRegistry.length));
  it('is what docs/api.md lists, word for word', () => {
    const rows = routeRegistry.map(
      (r) => `| ${r.method.toUpperCase()} | \`${r.path}\` | ${r.needs} | ${r.says} |`,
    );
    const listed = readFileSync(docs, 'utf8')
      .split('\n')
      .filter((line) => /^\| (GET|POST|PUT|DELETE) /.test(line));
    expect(listed).toEqual(rows);
  });
});
