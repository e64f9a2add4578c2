import { makeGlb } from '@renquil/formats/testing';
import { unzipSync } from 'fflate';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const points = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\n';
const obj = `mtllib a.mtl\n${points}o crate\nusemtl oak\nf 1 2 3\no lid\nf 1 2 4\n`;
const mtl = 'newmtl oak\nKd 0.5 0.4 0.2\n';
const listing = JSON.stringify({
  ...{ renquil: 'listing/1', metersPerUnit: 0.01, up: 'Z' },
  objects: [
    {
      id: 'a',
      name: 'A',
      parent: null,
      translation: [100, 0, 0],
      bounds: { min: [0, 0, 0], max: [1, 1, 1] },
      faces: 900,
    },
    { id: 'b', name: 'B', parent: null },
  ],
});

describe('scenes of other formats', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const bringIn = async (files: Record<string, Uint8Array>): Promise<number> =>
    (await mo.bringIn('brannick-pass', files)).result!.scene;
  const edit = (scene: number, base: number, ...edits: object[]): Promise<unknown> =>
    mo.post(`/api/scenes/${scene}/changes`, { id: crypto.randomUUID(), base, label: 'Edit', edits });
  const rename = (object: number, from: string, to: string): object => ({ kind: 'rename', object, from, to });
  const text = async (path: string): Promise<string> => new TextDecoder().decode(await mo.bytes(path));

  it('come in as OBJ with the .mtl in its folder, and take names back', async () => {
    const scene = await bringIn({ 'box/a.obj': utf8(obj), 'box/a.mtl': utf8(mtl) });
    expect(await text(`/api/scenes/${scene}/copy`)).toBe(obj);
    await edit(scene, 0, rename(1, 'crate', 'crate001_oak_geo'));
    expect(await text(`/api/scenes/${scene}/copy`)).toBe(obj.replace('o crate', 'o crate001_oak_geo'));
    // A material that is renamed is renamed in both.
    await edit(scene, 1, { kind: 'rename-thing', thing: 'material', index: 0, from: 'oak', to: 'oak_mtl' });
    const files = unzipSync(new Uint8Array(await mo.bytes(`/api/scenes/${scene}/copy`)));
    expect(Object.keys(files)).toEqual(['a.obj', 'a.mtl']);
    expect(new TextDecoder().decode(files['a.mtl'])).toBe(mtl.replace('oak', 'oak_mtl'));
    await edit(scene, 2, rename(2, 'lid', 'the lid'));
    expect(await mo.refused('GET', `/api/scenes/${scene}/copy`)).toBe('obj-refused');
  });
  it('say what they have no word for beside the copy', async () => {
    const scene = await bringIn({ 'a.obj': utf8(obj) });
    const here = { parent: null, index: 1, local: { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } };
    await edit(scene, 0, { kind: 'move', object: 2, from: here, to: { ...here, parent: 1, index: 0 } });
    const { headers } = await mo.send('GET', `/api/scenes/${scene}/copy`);
    expect(decodeURIComponent(headers.get('Renquil-Left')!)).toBe(
      'Not in the file, which has no word for it: 1 move. The change list has them.',
    );
    const list = JSON.parse(await text(`/api/scenes/${scene}/change-list`)) as { changes: object[] };
    expect(list.changes).toEqual([
      { op: 'move', object: 2, path: '/lid', was: null, under: 1, after: null, keep: 'local' },
    ]);
  });
  it('come in as a listing, are handed boxes to draw, and come back as a listing', async () => {
    const scene = await bringIn({ 'a.json': utf8(listing) });
    expect(await text(`/api/scenes/${scene}/copy`)).toBe(listing);
    expect((await text(`/api/scenes/${scene}/source`)).slice(0, 4)).toBe('glTF');
    await edit(scene, 0, rename(1, 'A', 'C'), rename(2, 'B', 'A'));
    const list = JSON.parse(await text(`/api/scenes/${scene}/change-list`)) as object;
    expect(list).toEqual({
      ...{ renquil: 'changes/1', metersPerUnit: 0.01, up: 'Z' },
      changes: [
        { op: 'rename', object: 1, source: 'a', path: '/A', was: 'A', to: 'C' },
        { op: 'rename', object: 2, source: 'b', path: '/B', was: 'B', to: 'A' },
      ],
    });
    expect(await text(`/api/scenes/${scene}/change-list?as=csv`)).toBe(
      'step,op,object,source,path,field,was,value,under,after,transform\r\n0,units,,,,,,"{""metersPerUnit"":0.01,""up"":""Z""}",,,\r\n' +
        '1,rename,1,a,/A,name,A,C,,,\r\n2,rename,2,b,/B,name,B,A,,,\r\n',
    );
    // Nothing from now to now; back from now to the first version.
    const none = JSON.parse(await text(`/api/scenes/${scene}/change-list?from=0`)) as { changes: object[] };
    expect(none.changes).toEqual([]);
    const back = JSON.parse(await text(`/api/scenes/${scene}/change-list?from=0&to=1`)) as {
      changes: object[];
    };
    expect(back.changes).toHaveSize(2);
    expect(await mo.refused('GET', `/api/scenes/${scene}/change-list?from=9`)).toBe('not-found');
  });
  it('are listed whatever they came as', async () => {
    const scene = await bringIn({ 'a.obj': utf8(obj) });
    const made = JSON.parse(await text(`/api/scenes/${scene}/copy?as=listing`)) as {
      objects: { name: string }[];
    };
    expect(made.objects.map(({ name }) => name)).toEqual(['crate', 'lid']);
  });
  it('are avatars, which keep their ending', async () => {
    const glb = makeGlb({
      asset: { version: '2.0' },
      scene: 0,
      scenes: [{ nodes: [0] }],
      nodes: [{ name: 'hips' }],
    });
    const scene = await bringIn({ 'fox.vrm': glb });
    const name = async (as: string): Promise<string> =>
      (await mo.send('GET', `/api/scenes/${scene}/copy?as=${as}`)).headers.get('content-disposition')!;
    expect(await name('own')).toMatch(/filename="fox(_\d+)?\.vrm"/);
    expect(await name('glb')).toMatch(/filename="fox(_\d+)?\.glb"/);
  });
  it('are refused with their place', async () => {
    const job = await mo.bringIn('brannick-pass', {
      'bad.json': utf8('{"renquil":"listing/1","objects":[{}]}'),
    });
    expect(job.error).toEqual({
      code: 'listing-invalid',
      text: 'bad.json: objects[0].id: this is neither a text nor a number.',
    });
  });
});
