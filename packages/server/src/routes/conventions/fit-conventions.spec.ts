import { publishedModels } from '@renquil/formats/testing';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';

interface Fitted {
  readonly conventions: readonly {
    id: number | null;
    shipped: string | null;
    name: string;
    objects: number;
    asked: number;
    fits: number;
  }[];
}
interface Opened {
  readonly convention: { name: string; shipped: string | null; settled: boolean };
}
const root = '/api/projects/brannick-pass/conventions';

describe('a scene that somebody brings in', () => {
  let server: TestServer;
  let ines: Client;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    [ines, mo] = [await server.as('ines'), await server.as('mo')];
  });
  afterAll(() => server.close());
  const bringIn = async (): Promise<number> => {
    const hand = publishedModels().find(({ name }) => name === 'generic-hand/left.glb')!;
    return (await mo.bringIn('brannick-pass', { 'hand.glb': hand.bytes })).result!.scene;
  };
  const held = async (scene: number) => (await mo.get<Opened>(`/api/scenes/${scene}`)).body.convention;

  it('is read by every convention there is: a published hand is a hand', async () => {
    const scene = await bringIn();
    const { body } = await mo.get<Fitted>(`/api/scenes/${scene}/conventions`);
    const [best] = [...body.conventions].sort((a, b) => b.fits - a.fits);
    expect(best).toEqual(jasmine.objectContaining({ id: null, shipped: 'webxr-hand', asked: 25, fits: 25 }));
    const own = body.conventions.find(({ name }) => name === 'Cableway parts')!;
    expect(own.id).toBe(1);
    expect(own.fits).toBe(0);
    expect(new Set(body.conventions.map(({ objects }) => objects)).size).toBe(1);
  });
  it('can be held to another by who brought it in, once; then by a lead', async () => {
    const scene = await bringIn();
    expect(await held(scene)).toEqual(jasmine.objectContaining({ name: 'Cableway parts', settled: false }));
    const to = (client: Client, shipped: string) =>
      client.put<{ error: { code: string } }>(`/api/scenes/${scene}/convention`, { shipped });
    expect((await to(mo, 'webxr-hand')).status).toBe(200);
    expect(await held(scene)).toEqual(jasmine.objectContaining({ shipped: 'webxr-hand', settled: true }));
    expect((await to(mo, 'parts')).body.error.code).toBe('not-allowed');
    expect((await to(ines, 'rig')).status).toBe(200);
  });
  it('can be left with what it has, and is not asked of again', async () => {
    const scene = await bringIn();
    expect((await mo.put(`/api/scenes/${scene}/convention`, { leave: true })).status).toBe(200);
    expect(await held(scene)).toEqual(jasmine.objectContaining({ name: 'Cableway parts', settled: true }));
  });
  it('is held to what a lead chose for such; the demo is settled', async () => {
    expect((await held(1)).settled).toBe(true);
    expect((await mo.put(`${root}/standard`, { shipped: 'webxr-hand' })).status).toBe(403);
    expect((await ines.put(`${root}/standard`, { shipped: 'no-such' })).status).toBe(404);
    expect((await ines.put(`${root}/standard`, { convention: 2 })).status).toBe(200);
    expect((await held(await bringIn())).name).toBe('Animal rigs');
    expect((await ines.put(`${root}/standard`, { shipped: 'webxr-hand' })).status).toBe(200);
    const { body } = await mo.get<{ standard: { id: number | null; shipped: string | null } }>(root);
    expect(body.standard).toEqual({ id: null, shipped: 'webxr-hand' });
    expect((await held(await bringIn())).shipped).toBe('webxr-hand');
    const draft = await ines.post<{ id: number }>(root, { name: 'Not yet', from: 'parts' });
    const refused = await ines.put<{ error: { text: string } }>(`${root}/standard`, {
      convention: draft.body.id,
    });
    expect(refused.body.error.text).toContain('"Not yet" was never published');
    // The others count on the demo's own.
    expect((await ines.put(`${root}/standard`, { convention: 1 })).status).toBe(200);
  });
});
