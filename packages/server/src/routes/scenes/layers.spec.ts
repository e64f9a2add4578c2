import { officialLayers } from '@renquil/formats/testing';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';

/** The schema of OpenUSD's own geometry: nobody here made it. */
const official = officialLayers().find(({ name }) => name.endsWith('usdGeom/schema.usda'))!;

describe('a layer of OpenUSD text that is brought in', () => {
  let server: TestServer;
  let mo: Client;
  let scene: number;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  beforeEach(async () => {
    const job = await mo.bringIn('brannick-pass', { 'usdGeom.usda': official.bytes });
    expect(job.result!.name).toMatch(/^usdGeom(_\d)?$/);
    scene = job.result!.scene;
  });
  afterAll(() => server.close());

  it('is drawn by a .glb, and comes back as the very file that came', async () => {
    const drawn = await mo.bytes(`/api/scenes/${scene}/source`);
    expect(new TextDecoder().decode(drawn.subarray(0, 4))).toBe('glTF');
    const copy = await mo.bytes(`/api/scenes/${scene}/copy`);
    expect(Buffer.compare(copy, official.bytes)).toBe(0);
    const asGlb = await mo.bytes(`/api/scenes/${scene}/copy?as=glb`);
    expect(Buffer.compare(asGlb, drawn)).toBe(0);
  });
  it('takes names back, and refuses in words those that a layer cannot hold', async () => {
    const rename = (base: number, from: string, to: string) =>
      mo.post(`/api/scenes/${scene}/changes`, {
        ...{ id: crypto.randomUUID(), base, label: 'Rename' },
        edits: [{ kind: 'rename', object: 2, from, to }],
      });
    const text = new TextDecoder().decode(official.bytes);
    const name = [...text.matchAll(/^(?:def|over|class) [^"\n]*"(\w+)"/gm)][1]![1]!;
    await rename(0, name, 'Renamed_one');
    const copy = new TextDecoder().decode(await mo.bytes(`/api/scenes/${scene}/copy`));
    expect(copy).toContain('"Renamed_one"');
    expect(copy).not.toContain(`</${name}>`);
    await rename(1, 'Renamed_one', 'not a name');
    expect(await mo.refused('GET', `/api/scenes/${scene}/copy`)).toBe('usda-refused');
  });
  it('is refused with its line when it is none', async () => {
    const job = await mo.bringIn('brannick-pass', {
      'bad.usda': new TextEncoder().encode('#usda 1.0\ndef "a" {\n'),
    });
    expect(job.error).toEqual({
      code: 'usda-invalid',
      text: 'bad.usda, line 2, column 9: a brace is not closed.',
    });
  });
});
