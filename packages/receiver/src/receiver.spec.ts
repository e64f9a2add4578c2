import { createHash, randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { arrival, checked, type Arrival, type Offer, type Receipt } from '@renquil/api';
import { readJson } from '@renquil/core/own-json';
import { startReceiver, type Receiver } from './receiver.js';

const utf8 = (text: string): Buffer => Buffer.from(text);
const nodes = [
  { name: 'root', children: [1, 2, 3] },
  { name: 'a_door_with_a_name_that_is_long_b' },
  { name: 'a_door_with_a_name_that_is_long_c' },
  { name: 'lamp', extensions: { KHR_lights_punctual: { light: 0 } } },
];
const gltf = (more: object = {}): Buffer =>
  utf8(JSON.stringify({ asset: { version: '2.0' }, scene: 0, scenes: [{ nodes: [0] }], nodes, ...more }));
const names = utf8(`id,name,sent\r\n${nodes.map(({ name }, i) => `${i + 1},x,${name}`).join('\r\n')}\r\n`);

describe('the practice receiver', () => {
  let folder: string;
  let receiver: Receiver;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-receiver-'));
    receiver = await startReceiver(folder, 0);
  });
  afterEach(async () => {
    await receiver.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const offerOf = (files: Readonly<Record<string, Buffer>>): Offer => ({
    ...{ id: randomUUID(), from: 'here', scene: 'cabin', version: 'v001', target: 'T', reason: null },
    files: Object.entries(files).map(([name, bytes]) => ({
      ...{ name, bytes: bytes.length },
      sha256: createHash('sha256').update(bytes).digest('hex'),
    })),
  });
  const send = (path: string, options: RequestInit = {}): Promise<Response> =>
    fetch(receiver.url + path, options);
  const put = (offer: Offer): Promise<Response> =>
    send(`/packages/${offer.id}`, {
      ...{ method: 'PUT', body: JSON.stringify(offer), headers: { 'content-type': 'application/json' } },
    });
  const patch = (id: string, n: number, from: number, piece: Buffer): Promise<Response> =>
    send(`/packages/${id}/files/${n}`, {
      ...{ method: 'PATCH', body: new Uint8Array(piece), headers: { 'upload-offset': String(from) } },
    });
  const status = async (id: string): Promise<Arrival> =>
    checked(arrival, readJson(await (await send(`/packages/${id}`)).text()));
  const until = async (id: string, many = 1): Promise<readonly Receipt[]> => {
    for (let i = 0; i < 400; i++) {
      const { receipts } = await status(id);
      if (receipts.length >= many) return receipts;
      await new Promise((done) => setTimeout(done, 25));
    }
    throw new Error('it does not answer');
  };
  const whole = async (files: Readonly<Record<string, Buffer>>, many = 1): Promise<readonly Receipt[]> => {
    const offer = offerOf(files);
    await put(offer);
    for (const [n, bytes] of Object.values(files).entries())
      if (bytes.length) expect((await patch(offer.id, n, 0, bytes)).status).toBe(204);
    return until(offer.id, many);
  };
  const scene = { 'cabin.gltf': gltf(), 'names.csv': names };

  it('takes a package in pieces, goes on where it ended, and says what arrived', async () => {
    const offer = offerOf(scene);
    expect((await put(offer)).status).toBe(201);
    const file = scene['cabin.gltf'];
    expect((await patch(offer.id, 0, 0, file.subarray(0, 50))).headers.get('upload-offset')).toBe('50');
    // It is ended and started again: what came is there.
    await receiver.close();
    receiver = await startReceiver(folder, 0);
    expect((await put(offer)).status).toBe(200);
    expect((await status(offer.id)).files[0]!.received).toBe(50);
    const elsewhere = await patch(offer.id, 0, 20, file.subarray(20));
    expect([elsewhere.status, elsewhere.headers.get('upload-offset')]).toEqual([409, '50']);
    await patch(offer.id, 0, 50, file.subarray(50));
    await patch(offer.id, 1, 0, names);
    const [receipt] = await until(offer.id);
    expect(receipt).toEqual(
      jasmine.objectContaining({ state: 'arrived', objects: 4, arrived: 4, differences: [], reason: null }),
    );
    expect(await (await send(`/packages/${offer.id}/arrived.csv`)).text()).toContain('4,lamp,lamp');
  });
  it('refuses what is not what was announced, with the place', async () => {
    const reasonOf = async (files: Readonly<Record<string, Buffer>>): Promise<string> => {
      const [receipt] = await whole(files);
      expect(receipt!.state).toBe('refused');
      return receipt!.reason!;
    };
    const offer = offerOf(scene);
    await put(offer);
    await patch(offer.id, 0, 0, Buffer.alloc(scene['cabin.gltf'].length));
    await patch(offer.id, 1, 0, names);
    expect((await until(offer.id))[0]!.reason).toBe('The sum of cabin.gltf is another than announced.');
    expect(await reasonOf({ 'cabin.gltf': utf8('no'), 'names.csv': names })).toContain(
      'cabin.gltf cannot be opened',
    );
    expect(
      await reasonOf({ 'cabin.gltf': gltf({ buffers: [{ uri: 'far.bin' }] }), 'names.csv': names }),
    ).toContain('"far.bin"');
    expect(await reasonOf({ 'cabin.gltf': gltf() })).toContain('no names.csv');
    expect(await reasonOf({ ...scene, 'names.csv': utf8('id,name,sent\r\n9,x,ghost\r\n') })).toContain(
      '"ghost" is announced',
    );
    expect((await put({ ...offer, scene: 'another' })).status).toBe(409);
    expect((await patch(offer.id, 7, 0, names)).status).toBe(404);
    expect((await send('/packages/../../etc/passwd')).status).toBe(404);
    expect(
      (await send(`/packages/${offer.id}`, { headers: { origin: 'http://elsewhere.example' } })).status,
    ).toBe(403);
  });
  it('takes a file of no bytes, one piece of a file at a time, and lists only what has numbers', async () => {
    const [receipt] = await whole({ ...scene, 'empty.txt': Buffer.alloc(0) }).catch(() => []);
    expect(receipt?.state).toBe('arrived');
    const [odd] = await whole({ ...scene, 'names.csv': utf8('id,name,sent\r\nx,x,root\r\n') });
    expect(odd!.reason).toContain('Line 2 of names.csv');
    const offer = offerOf(scene);
    await put(offer);
    const file = scene['cabin.gltf'];
    let release = (): void => undefined;
    const slow = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(file.subarray(0, 10));
        release = () => (controller.enqueue(file.subarray(10, 20)), controller.close());
      },
    });
    const first = receiver.arrivals.add(offer.id, 0, { from: 0, piece: Readable.fromWeb(slow as never) });
    await new Promise((done) => setTimeout(done, 50));
    expect((await patch(offer.id, 0, 10, file.subarray(10))).status).toBe(503);
    release();
    expect(await first).toBe(20);
    expect((await patch(offer.id, 0, 20, file.subarray(20))).status).toBe(204);
  });
  it('changes names, cuts them, makes them unique, drops lights and refuses, as it is told', async () => {
    const changes = async (behaviour: Parameters<Receiver['behave']>[0]): Promise<(string | null)[]> => {
      receiver.behave(behaviour);
      const [{ differences } = { differences: [] }] = await whole(scene);
      return differences.map(({ arrived }) => arrived);
    };
    expect(await changes({ characters: true })).toEqual([
      'a-door-with-a-name-that-is-long-b',
      'a-door-with-a-name-that-is-long-c',
    ]);
    expect(await changes({ longest: 31 })).toEqual([
      'a_door_with_a_name_that_is_long',
      'a_door_with_a_name_that_is_long~2',
    ]);
    expect(await changes({ lights: true })).toEqual([null]);
    expect(await changes({ longest: 1, unique: true })).toEqual(['r', 'a', 'a~2', 'l']);
    receiver.behave({ refuse: 'Not on a Friday.' });
    expect((await whole(scene))[0]!.reason).toBe('Not on a Friday.');
  });
  it('answers late and twice', async () => {
    receiver.behave({ late: 0.2, twice: true });
    const began = Date.now();
    const [one, other] = await whole(scene, 2);
    expect(Date.now() - began).toBeGreaterThan(600);
    expect(one!.number).not.toBe(other!.number);
    expect(one!.arrived).toBe(other!.arrived);
  });
  it('cuts the line once where it is told, and keeps what came', async () => {
    receiver.behave({ cut: 0.5 });
    const offer = offerOf(scene);
    await put(offer);
    const file = scene['cabin.gltf'];
    await expectAsync(patch(offer.id, 0, 0, file)).toBeRejected();
    const { received } = (await status(offer.id)).files[0]!;
    expect(received).toBe(Math.round((file.length + names.length) / 2));
    expect((await patch(offer.id, 0, received, file.subarray(received))).status).toBe(204);
  });
  it('loses its disk once, and takes the package anew', async () => {
    receiver.behave({ lose: 0.5 });
    const offer = offerOf(scene);
    await put(offer);
    expect((await patch(offer.id, 0, 0, scene['cabin.gltf'])).status).toBe(404);
    expect((await send(`/packages/${offer.id}`)).status).toBe(404);
    expect((await put(offer)).status).toBe(201);
    await patch(offer.id, 0, 0, scene['cabin.gltf']);
    await patch(offer.id, 1, 0, names);
    expect((await until(offer.id))[0]!.state).toBe('arrived');
  });
  it('has a page that lists what arrived, and a form by which it is told', async () => {
    expect(await (await send('/')).text()).toContain('Nothing has arrived yet');
    const form = new URLSearchParams({ cut: '', late: '', longest: '31', lights: 'on', refuse: '' });
    expect((await send('/behaviour', { method: 'POST', body: form, redirect: 'manual' })).status).toBe(303);
    await whole({ ...scene, 'cabin.gltf': gltf({ asset: { version: '2.0', generator: '<script>' } }) });
    const page = await (await send('/')).text();
    for (const text of ['cabin', '3 of 4 objects arrived', 'Lights are not taken here.', 'value="31"'])
      expect(page).toContain(text);
    const wrong = await send('/behaviour', { method: 'POST', body: new URLSearchParams({ longest: '-4' }) });
    expect([wrong.status, await wrong.text()]).toEqual([400, jasmine.stringContaining('longest')]);
  });
});
