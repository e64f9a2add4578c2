import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { openScene, writeScene } from '@renquil/formats';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { buildSupplyCrates, buildSupplyMaterials } from './supply-crates.js';

const page = readFileSync(fileURLToPath(new URL('../../../../docs/demo.md', import.meta.url)), 'utf8');
const section = page.split('\n## ').find((part) => part.startsWith('supply_crates.obj'))!;
const rows = [...section.matchAll(/^\| `([^`]+)` \|[^|]*\| ([^|]*) \|$/gm)].map((m) => [
  m[1]!,
  m[2]!.split(', ').sort(),
]);
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

describe('the demo scene supply_crates.obj', () => {
  let bytes: Uint8Array;
  beforeAll(async () => (bytes = await buildSupplyCrates()));
  const open = () => openScene(bytes, 'supply_crates.obj', () => buildSupplyMaterials());

  it('is the same bytes every time, and written back byte for byte', async () => {
    expect(Buffer.compare(await buildSupplyCrates(), bytes)).toBe(0);
    expect(writeScene(bytes, 'supply_crates.obj', open().scene).bytes).toBe(bytes);
  });
  it('has exactly the faults that docs/demo.md lists, and as many objects', () => {
    const { scene, note } = open();
    const run = new CheckRun(scene, new CompiledConvention(partsConvention));
    run.all();
    const found = new Map<string, string[]>();
    for (const { check, object } of run.findings()) {
      const { name } = scene.get(object);
      found.set(name, [...(found.get(name) ?? []), check].sort());
    }
    expect([...found]).toEqual(jasmine.arrayWithExactContents(rows as never));
    expect([scene.size, note]).toEqual([Number(/of ([\d,]+) objects/.exec(section)![1]), '']);
  });
  it('is read with the same parts by another reader (three), before and after every name changed', () => {
    const seen = (file: Uint8Array): string[] =>
      new OBJLoader().parse(text(file)).children.map((one) => {
        const { geometry } = one as unknown as { geometry: { attributes: { position: { count: number } } } };
        return `${one.name} ${geometry.attributes.position.count / 3}`;
      });
    const { scene } = open();
    const ours = (): string[] =>
      [...scene.walk()].flatMap(({ name, shape }) =>
        shape === null ? [] : [`${name} ${scene.shapes[shape]!.faces}`],
      );
    expect(seen(bytes)).toEqual(ours());
    for (const { id } of [...scene.walk()]) scene.patch(id, { name: `part${id}_geo` });
    expect(seen(writeScene(bytes, 'supply_crates.obj', scene).bytes)).toEqual(ours());
  });
});
