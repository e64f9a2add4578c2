import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { binChunk, jsonChunk, readGltf, writeGlb } from '@renquil/formats';
import { CliRunner } from './testing/cli-runner.js';

const points = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\n';
const obj = `mtllib a.mtl\n${points}o crate one\nusemtl oak\nf 1 2 3\no lid\nf 1 2 4\n`;

describe('renquil with other formats', () => {
  let cli: CliRunner;
  beforeEach(() => {
    cli = new CliRunner();
    cli.put('a.obj', obj);
    cli.put('a.mtl', 'newmtl oak\nKd 0.5 0.4 0.2\n');
  });
  afterEach(() => cli.close());
  const changes = (...list: object[]): string =>
    cli.put('c.json', JSON.stringify({ renquil: 'changes/1', changes: list }));

  it('renames in an OBJ file, and its materials in the .mtl beside it', async () => {
    const list = changes(
      { op: 'rename', object: '/crate one', to: 'crate001_oak_geo' },
      { op: 'rename-material', material: 0, to: 'oakOld_mtl' },
    );
    expect(await cli.run('apply', cli.at('a.obj'), '--changes', list, '--out', cli.at('b.obj'))).toBe(0);
    expect(cli.read('b.obj')).toBe(
      obj.replace('crate one', 'crate001_oak_geo').replace('usemtl oak', 'usemtl oakOld_mtl'),
    );
    expect(cli.read('a.mtl')).toBe('newmtl oakOld_mtl\nKd 0.5 0.4 0.2\n');
  });
  it('says what an OBJ file has no word for', async () => {
    const list = changes({ op: 'move', object: '/lid', under: '/crate one' });
    expect(await cli.run('apply', cli.at('a.obj'), '--changes', list, '--out', cli.at('b.obj'))).toBe(0);
    expect(cli.err).toContain('Not in the file, which has no word for it: 1 move.');
    expect(cli.read('b.obj')).toBe(obj);
  });
  it('lists any scene, and brings a listing back to where it was', async () => {
    for (const ending of ['.json', '.jsonl']) {
      expect(await cli.run('convert', cli.at('a.obj'), cli.at(`l${ending}`))).toBe(0);
      expect(await cli.run('outline', cli.at(`l${ending}`))).toBe(0);
      expect(cli.out).toContain('crate one  mesh, 1 faces');
    }
    expect(await cli.run('convert', cli.at('l.json'), cli.at('l.glb'))).toBe(0);
    expect(await cli.run('outline', cli.at('l.glb'))).toBe(0);
    expect(cli.out).toContain('lid  mesh, 1 faces');
    expect(await cli.run('convert', cli.at('l.json'), cli.at('x.obj'))).toBe(2);
    expect(cli.err).toContain('give --out a name that ends in .json');
  });
  it('says how one listing becomes another, and the list makes it so', async () => {
    const listing = (...objects: object[]): string => JSON.stringify({ renquil: 'listing/1', objects });
    cli.put(
      'before.json',
      listing({ id: 'a', name: 'A', parent: null }, { id: 'b', name: 'B', parent: null, faces: 1 }),
    );
    cli.put(
      'after.json',
      listing({ id: 'n', name: 'new', parent: null }, { id: 'b', name: 'A', parent: 'n', faces: 2 }),
    );
    expect(
      await cli.run('changes', cli.at('before.json'), cli.at('after.json'), '--out', cli.at('c.json')),
    ).toBe(0);
    const made = JSON.parse(cli.read('c.json')) as {
      left: object;
      changes: { op: string; source?: string }[];
    };
    expect(made.changes.map(({ op, source }) => `${op} ${source ?? ''}`.trim())).toEqual([
      'create',
      'move b',
      'remove a',
      'rename b',
    ]);
    expect(made.left).toEqual({ shapes: 1 });
    expect(
      await cli.run(
        'apply',
        cli.at('before.json'),
        '--changes',
        cli.at('c.json'),
        '--out',
        cli.at('made.json'),
      ),
    ).toBe(0);
    expect(await cli.run('changes', cli.at('made.json'), cli.at('made.json'), '--format', 'csv')).toBe(0);
    expect(cli.out.trim()).toBe('step,op,object,source,path,field,was,value,under,after,transform');
    // The same list as CSV does the same.
    const csv = ['changes', cli.at('before.json'), cli.at('after.json'), '--format', 'csv'];
    expect(await cli.run(...csv, '--out', cli.at('c.csv'))).toBe(0);
    const apply = ['apply', cli.at('before.json'), '--changes', cli.at('c.csv')];
    expect(await cli.run(...apply, '--out', cli.at('by-csv.json'))).toBe(0);
    expect(cli.read('by-csv.json')).toBe(cli.read('made.json'));
    expect(await cli.run('outline', cli.at('made.json'))).toBe(0);
    expect(cli.out).toBe('new  group\n  A  mesh\n2 objects\n');
    const over = await cli.run(
      'changes',
      cli.at('before.json'),
      cli.at('after.json'),
      '--out',
      cli.at('after.json'),
    );
    expect([over, cli.err]).toEqual([2, jasmine.stringContaining('write over')]);
  });
  it('renames in a large .glb without reading its bytes, and reads them where they change', async () => {
    const json = {
      ...{ asset: { version: '2.0' }, scenes: [{ nodes: [0] }] },
      nodes: [{ name: 'a', mesh: 0, translation: [1, 0, 0] }],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [
        { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 1] },
      ],
      bufferViews: [{ buffer: 0, byteLength: 36 }],
      buffers: [{ byteLength: 40 * 2 ** 20 }],
    };
    const bin = new Uint8Array(json.buffers[0]!.byteLength).fill(63);
    const chunks = [
      { type: jsonChunk, data: new TextEncoder().encode(JSON.stringify(json)) },
      { type: binChunk, data: bin },
    ];
    writeFileSync(cli.at('big.glb'), writeGlb(chunks));
    const list = (...changes: object[]) =>
      writeFileSync(cli.at('big.json'), JSON.stringify({ renquil: 'changes/1', changes }));
    const apply = ['apply', cli.at('big.glb'), '--changes', cli.at('big.json'), '--out', cli.at('big2.glb')];
    list({ op: 'rename', object: '/a', to: 'b' });
    expect(await cli.run(...apply)).toBe(0);
    const out = readFileSync(cli.at('big2.glb'));
    expect(out.includes('"name":"b"')).toBeTrue();
    expect(out.subarray(-bin.length).equals(bin)).toBeTrue();
    list({ op: 'zero', objects: ['/a'], how: 'bake' });
    expect(await cli.run(...apply)).toBe(0);
    const baked = readGltf(readFileSync(cli.at('big2.glb')), 'b.glb');
    expect(baked.scene.get(1).local).toEqual({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] });
  });
  it('checks and hands off each of them', async () => {
    await cli.run('convert', cli.at('a.obj'), cli.at('l.json'));
    for (const file of ['a.obj', 'l.json']) {
      expect([0, 1]).toContain(await cli.run('check', cli.at(file)));
      expect(
        await cli.run('handoff', cli.at(file), '--reason', 'a look', '--out', cli.at(`${file}-package`)),
      ).toBe(0);
    }
    expect(existsSync(cli.at('l.json-package'))).toBeTrue();
    expect(cli.out).not.toContain('problem');
  });
  it('names the place of what is wrong', async () => {
    expect(
      await cli.run('outline', cli.put('bad.json', '{"renquil":"listing/1","objects":[{"id":1}]}')),
    ).toBe(2);
    expect(cli.err).toContain('objects[0].name: this is not a text');
    expect(await cli.run('outline', cli.put('bad.obj', 'v 0 0 0\nf 1 2 3\n'))).toBe(2);
    expect(cli.err).toContain('line 2: there is no point "2"');
    expect(readFileSync(cli.at('a.obj'), 'utf8')).toBe(obj);
  });
});
