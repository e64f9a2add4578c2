import { demoScenes } from '@renquil/demo';
import { publishedModels } from '@renquil/formats/testing';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';
import { until } from '../../testing/until.js';

describe('bringing in', () => {
  let server: TestServer;
  let mo: Client;
  const counts = async () => {
    const of = async (table: string) =>
      Number((await server.services.database.one<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`))!.n);
    return { scenes: await of('scene'), files: await of('file'), objects: await of('object_index') };
  };
  /** What a job let go of is cleared away after it has said how it ended. */
  const rested = async (wanted: Awaited<ReturnType<typeof counts>>) => {
    let now = await counts();
    await until(async () => JSON.stringify((now = await counts())) === JSON.stringify(wanted));
    return now;
  };
  beforeAll(async () => {
    server = await startTestServer({ uploadLimit: 6_000_000 });
    mo = await server.as('mo');
  });
  afterAll(() => server.close());

  it('takes a published file, stores it once, and gives it back byte for byte', async () => {
    const model = publishedModels().find((m) => m.name === 'generic-trigger/left.glb')!;
    const job = await mo.bringIn('brannick-pass', { 'left.glb': model.bytes });
    expect(job.state).toBe('done');
    const again = await mo.bringIn('brannick-pass', { 'left.glb': model.bytes });
    expect(again.result!.name).toBe('left_2');
    const back = await mo.bytes(`/api/scenes/${job.result!.scene}/source`);
    expect(Buffer.compare(back, model.bytes)).toBe(0);
    expect(Buffer.compare(await mo.bytes(`/api/scenes/${job.result!.scene}/copy`), model.bytes)).toBe(0);
    const shared = await server.services.database.rows(
      'SELECT DISTINCT source_file FROM scene WHERE name LIKE "left%"',
    );
    expect(shared).toHaveSize(1);
  });
  it('makes a picture that is a PNG', async () => {
    const png = await mo.bytes('/api/scenes/1/thumbnail');
    expect([...png.subarray(0, 8)]).toEqual([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  });
  it('takes a .gltf with its files from one folder', async () => {
    const gltf = {
      asset: { version: '2.0' },
      nodes: [{ name: 'n', mesh: 0 }],
      scenes: [{ nodes: [0] }],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [
        { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
      ],
      bufferViews: [{ buffer: 0, byteLength: 36 }],
      buffers: [{ uri: 'data/b.bin', byteLength: 36 }],
    };
    const job = await mo.bringIn('brannick-pass', {
      'set/t.gltf': Buffer.from(JSON.stringify(gltf)),
      'set/data/b.bin': new Uint8Array(36),
    });
    expect(job.error).toBeNull();
    expect(job.result!.objects).toBe(1);
  });
  it('puts a layer together with those beside and above it, and writes what changed over them', async () => {
    const files = {
      'shots/set.usda': Buffer.from(
        '#usda 1.0\n(subLayers = [@./base.usda@])\ndef "Crate" (references = @../assets/crate.usda@</C>)\n{\n}\n',
      ),
      'shots/base.usda': Buffer.from('#usda 1.0\ndef Cube "Floor"\n{\n}\n'),
      'assets/crate.usda': Buffer.from('#usda 1.0\ndef Cube "C" { def Sphere "Ball" {}\n}\n'),
      'base/set.usda': Buffer.from('#usda 1.0\n'),
    };
    const job = await mo.bringIn('brannick-pass', files);
    expect(job.error).toBeNull();
    // The floor, the crate, and the ball that comes with what it takes over.
    expect(job.result!.objects).toBe(3);
    expect((job.result as { note?: string }).note).toMatch(
      /^It is put together with base\.usda, \.\.\/assets\/crate\.usda: [^.]*itself$/,
    );
    const scene = job.result!.scene;
    await mo.post(`/api/scenes/${scene}/changes`, {
      ...{ id: crypto.randomUUID(), base: 0, label: 'layer' },
      edits: [{ kind: 'set', object: 1, field: 'layer', from: 'Base', to: 'Ground' }],
    });
    const copy = new TextDecoder().decode(await mo.bytes(`/api/scenes/${scene}/copy?as=own`));
    expect(copy).toContain('over "Floor"');
    expect(copy.startsWith(files['shots/set.usda'].toString())).toBeTrue();
  });
  const bad: readonly (readonly [string, Record<string, Uint8Array>, RegExp])[] = [
    ['an empty file', { 'a.glb': new Uint8Array(0) }, /a\.glb is empty/],
    ['text', { 'a.txt': Buffer.from('hello') }, /cannot read a\.txt/],
    [
      'a .gltf without its buffer',
      { 'a.gltf': Buffer.from('{"asset":{"version":"2.0"},"buffers":[{"uri":"a.bin","byteLength":4}]}') },
      /a\.bin/,
    ],
    [
      'two scenes at once',
      { 'a.glb': Buffer.from('glTF'), 'b.glb': Buffer.from('glTF') },
      /one scene at a time/,
    ],
    ['images alone', { 'a.png': Buffer.from('x'), 'b.png': Buffer.from('y') }, /cannot read/],
  ];
  for (const [what, files, says] of bad) {
    it(`refuses ${what} in words and leaves nothing behind`, async () => {
      const before = await counts();
      const job = await mo.bringIn('brannick-pass', files);
      expect(job.state).toBe('failed');
      expect(job.error!.text).toMatch(says);
      expect(await rested(before)).toEqual(before);
    });
  }
  for (const [what, files, code] of [
    ['a path that climbs out', { '../evil.glb': Buffer.from('x') }, 'upload-unsafe-path'],
    ['more than the limit', { 'big.glb': new Uint8Array(6_000_001) }, 'file-too-large'],
  ] as const) {
    it(`refuses ${what} before any job`, async () => {
      const before = await counts();
      await expectAsync(mo.bringIn('brannick-pass', files)).toBeRejectedWithError(new RegExp(code));
      expect(await counts()).toEqual(before);
    });
  }
  it('refuses a body that is no upload', async () => {
    expect(await mo.refused('POST', '/api/projects/brannick-pass/imports', { not: 'a form' })).toBe(
      'request-invalid',
    );
  });
  it('stops when cancelled and leaves nothing behind', async () => {
    const before = await counts();
    const form = new FormData();
    form.append('file', new Blob([Buffer.from(await demoScenes[0]!.build())]), 'cancel.glb');
    const { body } = await mo.send<{ job: number }>('POST', '/api/projects/brannick-pass/imports', form);
    await mo.delete(`/api/jobs/${body.job}`);
    const job = await mo.job(body.job);
    // It may have been quicker than the wish to stop it; then it must be whole.
    if (job.state === 'cancelled') expect(await rested(before)).toEqual(before);
    else expect(job.state).toBe('done');
  });
});
