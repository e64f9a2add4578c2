import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { endpoints, type Endpoint } from '@renquil/api';
import { routeRegistry } from './registry.js';

const here = fileURLToPath(new URL('.', import.meta.url));

describe('the registry of routes', () => {
  it('holds one route for every file in the folder', () => {
    const files = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.includes('/') && file.endsWith('.ts') && !file.endsWith('.spec.ts'),
    );
    expect(routeRegistry.length).toBe(files.length);
  });
  it('has no two routes for one address', () =>
    expect(new Set(routeRegistry.map(({ endpoint: r }) => `${r.method} ${r.path}`)).size).toBe(
      routeRegistry.length,
    ));
  it('answers every endpoint of the contract, and nothing else', () => {
    expect(routeRegistry.map(({ endpoint }) => endpoint)).toEqual(Object.values<Endpoint>(endpoints));
  });
});
