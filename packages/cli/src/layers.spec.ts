import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { officialLayers } from '@renquil/formats/testing';
import { diskHost } from './disk-host.js';
import { main } from './main.js';

/** The schema of OpenUSD's own geometry: nobody here made it. */
const official = officialLayers().find(({ name }) => name.endsWith('usdGeom/schema.usda'))!;

describe('renquil with a layer of OpenUSD text', () => {
  let folder: string;
  let out = '';
  let err = '';
  const sink = (take: (text: string) => void) => ({ write: take }) as unknown as NodeJS.WritableStream;
  const host = diskHost(
    sink((text) => (out += text)),
    sink((text) => (err += text)),
  );
  const at = (name: string): string => join(folder, name);
  const run = async (...args: string[]): Promise<number> => {
    [out, err] = ['', ''];
    return main(args, host);
  };
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-usda-'))));
  afterAll(() => rmSync(folder, { recursive: true }));
  beforeEach(() => writeFileSync(at('geom.usda'), official.bytes));

  it('prints its tree', async () => {
    expect(await run('outline', at('geom.usda'), '--format', 'json')).toBe(0);
    const made = JSON.parse(out) as { format: string; objects: { name: string; kind: string }[] };
    expect(made.format).toBe('usda');
    expect(made.objects.find(({ name }) => name === 'Xformable')!.kind).toBe('helper');
  });
  it('renames prims with every path that means them, all else byte for byte', async () => {
    const changes = { renquil: 'changes/1', changes: [{ op: 'rename', object: '/Imageable', to: 'Seen' }] };
    writeFileSync(at('c.json'), JSON.stringify(changes));
    expect(await run('apply', at('geom.usda'), '--changes', at('c.json'), '--out', at('out.usda'))).toBe(0);
    const [before, after] = [official.bytes, readFileSync(at('out.usda'))].map((bytes) =>
      new TextDecoder().decode(bytes).split('\n'),
    );
    const other = before!.flatMap((line, i) => (line === after![i] ? [] : [after![i]!.trim()]));
    expect(other).toEqual(
      before!
        .filter((line) => /<\/Imageable>|^class "Imageable"/.test(line))
        .map((line) => line.replace('Imageable', 'Seen').trim()),
    );
    expect(other.length).toBeGreaterThan(2);
  });
  it('refuses in words what a layer cannot hold, and writes nothing', async () => {
    const changes = { renquil: 'changes/1', changes: [{ op: 'rename', object: '/Imageable', to: 'a b' }] };
    writeFileSync(at('c.json'), JSON.stringify(changes));
    expect(await run('apply', at('geom.usda'), '--changes', at('c.json'), '--out', at('no.usda'))).toBe(2);
    expect(err).toContain('"a b" cannot be the name of a prim');
    expect(() => readFileSync(at('no.usda'))).toThrow();
  });
  it('converts it to a .glb, and back to nothing else', async () => {
    expect(await run('convert', at('geom.usda'), at('geom.glb'))).toBe(0);
    expect(await run('outline', at('geom.glb'))).toBe(0);
    expect(out).toContain('Xformable');
    expect(await run('convert', at('geom.usda'), at('geom.gltf'))).toBe(2);
    expect(err).toContain('give --out a name that ends in .usda, .glb');
    expect(await run('convert', at('geom.glb'), at('again.usda'))).toBe(2);
    expect(err).toContain('is glTF, and is not written as .usda');
  });
  it('checks it and hands it off as glTF', async () => {
    expect([0, 1]).toContain(await run('check', at('geom.usda')));
    expect(out).toContain('geom.usda');
    const past = ['--reason', 'a look', '--out', at('package')];
    expect(await run('handoff', at('geom.usda'), ...past)).toBe(0);
  });
  it('says what is wrong with a binary layer, and what is written instead of one', async () => {
    writeFileSync(at('b.usd'), 'PXR-USDC\0\0\0');
    expect(await run('outline', at('b.usd'))).toBe(2);
    expect(err).toContain('byte 8: this is version 0.0 of the format');
    expect(await run('convert', at('geom.usda'), at('geom.usdc'))).toBe(2);
    expect(err).toContain('binary OpenUSD is read, not written');
  });
});
