import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { partsConvention } from '@renquil/core/names';
import type { Endpoint } from './endpoint.js';
import { endpoints } from './endpoints/registry.js';
import { openApi } from './open-api.js';

interface Document {
  readonly paths: Readonly<Record<string, Readonly<Record<string, { readonly operationId: string }>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, object>> };
}

describe('the OpenAPI document', () => {
  const made = openApi() as unknown as Document;

  it('is one by the published schema of OpenAPI 3.1', async () => {
    const result = await new Validator().validate(structuredClone(made) as never);
    expect(result.errors ?? []).toEqual([]);
    expect(result.valid).toBeTrue();
  });
  it('refers to schemas that are there, and holds none that nobody refers to', () => {
    const text = JSON.stringify(made);
    const used = new Set([...text.matchAll(/"#\/components\/schemas\/([^"]+)"/g)].map(([, name]) => name!));
    expect([...used].sort()).toEqual(Object.keys(made.components.schemas).sort());
  });
  it('has an operation for each endpoint, of its name', () => {
    const names = Object.values(made.paths).flatMap((path) =>
      Object.values(path).map((one) => one.operationId),
    );
    expect(names.sort()).toEqual(Object.keys(endpoints).sort());
    for (const [name, { path, method }] of Object.entries<Endpoint>(endpoints))
      expect(made.paths[path.replace(/:(\w+)/g, '{$1}')]?.[method]?.operationId).toBe(name);
  });
  it('says what Joi says: what it takes and refuses of a few bodies', () => {
    const ajv = new Ajv2020({ strict: false, validateFormats: false });
    ajv.addSchema(made, 'doc');
    const path = (name: keyof typeof endpoints): string =>
      endpoints[name].path
        .replace(/:(\w+)/g, '{$1}')
        .replaceAll('/', '~1')
        .replace(/[{}]/g, (c) => encodeURIComponent(c));
    const check = (name: keyof typeof endpoints): ((body: unknown) => boolean) =>
      ajv.compile<unknown>({
        $ref: `doc#/paths/${path(name)}/${endpoints[name].method}/requestBody/content/application~1json/schema`,
      });
    const rename = { kind: 'rename', object: 1, from: 'a', to: 'b' };
    const id = '00000000-0000-4000-8000-000000000000';
    const table: readonly [keyof typeof endpoints, unknown][] = [
      ['createChange', { id, base: 0, label: 'x', edits: [rename] }],
      ['createChange', { id, base: 0, label: 'x', edits: [{ ...rename, object: 'a' }] }],
      ['createChange', { id, base: 0, label: 'x', edits: [] }],
      ['createChange', { id, base: 0, label: 'x', edits: [{ kind: 'nothing' }] }],
      ['pinSceneConvention', { shipped: 'parts' }],
      ['pinSceneConvention', {}],
      ['pinSceneConvention', { shipped: 'parts', leave: true }],
      ['createToken', { name: 'farm', role: 'viewer' }],
      ['createToken', { name: 'farm', role: 'lead' }],
      ['createToken', { name: 'farm', role: 'viewer', days: 401 }],
      ['createConvention', { name: 'Ours', body: partsConvention }],
      ['createConvention', { name: 'Ours', from: 'parts', body: partsConvention }],
      ['learnProjectConvention', { scenes: [] }],
      ['learnProjectConvention', { scenes: [1], objects: [1] }],
      ['acceptInvitation', { token: 'x' }],
      ['acceptInvitation', { token: 'x', signIn: 'mo' }],
      ['changeProject', {}],
      ['changeProject', { archived: true }],
      ['changeProject', { archived: true, other: 1 }],
    ];
    const taken = table.map(([name, body]) => [name, body, check(name)(body)]);
    const wanted = table.map(([name, body]) => {
      const { joi } = (endpoints[name] as Endpoint).body!;
      return [name, body, joi.validate(body, { convert: false }).error === undefined];
    });
    expect(taken).toEqual(wanted);
    expect(wanted.filter(([, , is]) => is)).toHaveSize(7);
  });
});
