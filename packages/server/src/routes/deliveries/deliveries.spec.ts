import { createServer } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DeliveryInfo, HandoffInfo, KeptReceipt } from '@renquil/api';
import type { Heard } from '@renquil/core/targets';
import { goodBehaviour, startReceiver, type Behaviour, type Receiver } from '@renquil/receiver';
import { publishedModels } from '@renquil/formats/testing';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import { until } from '../../testing/until.js';

const title = 'Next department';

/** A port that nobody listens at. */
async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as { port: number };
  await new Promise((done) => server.close(done));
  return port;
}

describe('sending a package', () => {
  let folder: string;
  let receiver: Receiver;
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  /** A published model of the WebXR profiles: nobody here made it. */
  let scene: number;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-receiver-'));
    receiver = await startReceiver(folder, 0);
    const nowhere = { title: 'Nowhere', url: `http://127.0.0.1:${await freePort()}/` };
    const receivers = [{ title, url: receiver.url, isPractice: true as const }, nowhere];
    server = await startTestServer({ receivers, pace: 20 });
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
    const hand = publishedModels().find(({ name }) => name === 'generic-hand/left.glb')!;
    scene = (await ines.bringIn('brannick-pass', { 'hand.glb': hand.bytes })).result!.scene;
  });
  afterAll(async () => {
    await server.close();
    await receiver.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const packed = async (): Promise<number> => {
    const reason = 'a look for the light team';
    const { job } = (
      await ines.post<{ job: number }>(`/api/scenes/${scene}/handoffs`, { revision: 0, reason })
    ).body;
    return (await ines.job(job)).result!.handoff;
  };
  const deliveryOf = async (handoff: number): Promise<DeliveryInfo> => {
    const { handoffs } = (await mo.get<{ handoffs: HandoffInfo[] }>(`/api/scenes/${scene}/handoffs`)).body;
    return handoffs.find(({ id }) => id === handoff)!.deliveries[0]!;
  };
  const ask = async (handoff: number, to = title): Promise<number> =>
    (await mo.post<{ job: number }>(`/api/handoffs/${handoff}/deliveries`, { receiver: to })).body.job;
  const lastOf = async (handoff: number): Promise<KeptReceipt | null> => {
    const path = `/api/handoffs/${handoff}/receipts/${encodeURIComponent(title)}`;
    return (await mo.get<{ last: KeptReceipt | null }>(path)).body.last;
  };
  /** Sends a new package to a receiver that behaves so. */
  const sent = async (
    behaviour: Partial<Behaviour>,
  ): Promise<{ handoff: number; delivery: DeliveryInfo }> => {
    receiver.behave(behaviour);
    const handoff = await packed();
    await mo.job(await ask(handoff));
    return { handoff, delivery: await deliveryOf(handoff) };
  };

  it('arrives whole, with a receipt, once however often it is asked', async () => {
    receiver.behave({ late: 0.3 });
    const handoff = await packed();
    const jobs = await Promise.all([ask(handoff), ask(handoff), ask(handoff)]);
    expect(new Set(jobs).size).toBe(1);
    await until(async () => (await deliveryOf(handoff)).state === 'sent');
    expect((await mo.job(jobs[0])).state).toBe('done');
    const { state, answer, receipts: many } = await deliveryOf(handoff);
    const objects = answer!.objects;
    expect(objects).toBeGreaterThan(20);
    expect([state, many]).toEqual(['arrived', 1]);
    expect(answer).toEqual({ objects, arrived: objects, changed: 0, reason: null });
    // Asked again of one that has answered: nothing is sent twice, not even to a receiver that has lost it.
    receiver.arrivals.lose();
    await mo.job(await ask(handoff));
    expect(receiver.arrivals.ids()).toEqual([]);
    expect((await deliveryOf(handoff)).receipts).toBe(1);
    const audit = await ines.get<{ lines: { what: string }[] }>('/api/projects/brannick-pass/audit');
    const says = `${objects} of ${objects} objects arrived, all as sent`;
    expect(audit.body.lines.some(({ what }) => what.includes(says))).toBeTrue();
  });
  it('goes on where the line was cut, and begins anew where the disk was lost', async () => {
    expect((await sent({ cut: 0.4 })).delivery.state).toBe('arrived');
    expect((await sent({ lose: 0.6 })).delivery.state).toBe('arrived');
  });
  it('keeps what is said twice once for each number, and shows that', async () => {
    const { handoff, delivery } = await sent({ twice: true });
    expect(delivery.state).toBe('arrived');
    await until(async () => {
      await mo.job(await ask(handoff));
      return (await deliveryOf(handoff)).receipts === 2;
    });
    await mo.job(await ask(handoff));
    expect((await deliveryOf(handoff)).receipts).toBe(2);
  });
  it('shows what was changed object by object, and the next gate hears of it until somebody has settled it', async () => {
    const { handoff, delivery } = await sent({ longest: 12, characters: true });
    expect([delivery.state, delivery.answer!.arrived]).toEqual(['changed', delivery.answer!.objects]);
    const { receipt } = (await lastOf(handoff))!;
    expect(delivery.answer!.changed).toBe(receipt.differences.length);
    const heard = async (): Promise<Heard> =>
      (await mo.get<{ heard: Heard }>(`/api/scenes/${scene}/heard`)).body.heard;
    const { changed } = await heard();
    expect(changed.length).toBe(receipt.differences.length);
    const path = `/api/handoffs/${handoff}/decisions`;
    const [one, two] = changed.map(({ object }) => object);
    await mo.post(path, { receiver: title, objects: [one], what: 'kept' });
    await mo.post(path, { receiver: title, objects: [one, two], what: 'told' });
    expect((await heard()).changed.length).toBe(changed.length - 2);
    expect((await deliveryOf(handoff)).settled).toBe(2);
    expect(await mo.refused('POST', path, { receiver: 'Nobody', objects: [one], what: 'kept' })).toBe(
      'not-found',
    );
    const elsewhere = { receiver: title, objects: [999_999], what: 'kept' };
    expect(await mo.refused('POST', path, elsewhere)).toBe('request-invalid');
    // Whoever only looks settles nothing.
    const tam = await server.as('tam');
    expect(await tam.refused('POST', path, { receiver: title, objects: [one], what: 'kept' })).toBe(
      'not-allowed',
    );
  });
  it('tells of what was refused, and of lights that did not arrive', async () => {
    const { delivery } = await sent({ refuse: 'Not on a Friday.' });
    expect([delivery.state, delivery.said]).toEqual(['refused', 'Not on a Friday.']);
    const { heard } = (await mo.get<{ heard: Heard }>(`/api/scenes/${scene}/heard`)).body;
    expect(heard.refused).toBe('Not on a Friday.');
    expect((await sent({ unique: true, lights: true })).delivery.answer!.reason).toBeNull();
  });
  it('keeps to the answer of the newest package when an older one is answered after it', async () => {
    const older = await packed();
    await sent({ refuse: 'Not on a Friday.' });
    receiver.behave({});
    await mo.job(await ask(older));
    expect((await deliveryOf(older)).state).toBe('arrived');
    const { heard } = (await mo.get<{ heard: Heard }>(`/api/scenes/${scene}/heard`)).body;
    expect(heard.refused).toBe('Not on a Friday.');
  });
  it('gives up a receiver that is not there after some tries, and can be asked again', async () => {
    receiver.behave(goodBehaviour);
    const handoff = await packed();
    const job = await mo.job(await ask(handoff, 'Nowhere'));
    expect(job.error).toEqual({
      code: 'receiver-unanswered',
      text: jasmine.stringContaining('nobody is there'),
    });
    const delivery = await deliveryOf(handoff);
    expect([delivery.state, delivery.job]).toEqual(['unanswered', null]);
    expect(delivery.said).toBe('Nowhere: nobody is there');
    expect(await ask(handoff, 'Nowhere')).toBeGreaterThan(0);
    expect(await mo.refused('POST', `/api/handoffs/${handoff}/deliveries`, { receiver: 'Nobody' })).toBe(
      'not-found',
    );
  });
  it('leaves an answer as it is when the receiver is gone by the time that it is asked once more', async () => {
    const { handoff } = await sent({});
    await receiver.close();
    const job = await mo.job(await ask(handoff));
    receiver = await startReceiver(folder, Number(new URL(receiver.url).port));
    expect(job.error!.code).toBe('receiver-unanswered');
    const { state, answer } = await deliveryOf(handoff);
    expect([state, answer!.changed]).toEqual(['arrived', 0]);
  });
  it('sends nothing of a scene that was put into the bin meanwhile', async () => {
    receiver.behave({ late: 60 });
    const handoff = await packed();
    const job = await ask(handoff);
    await until(async () => (await deliveryOf(handoff)).state === 'sent');
    await mo.delete(`/api/scenes/${scene}`);
    expect((await mo.job(job)).error!.code).toBe('not-found');
    await mo.post(`/api/projects/brannick-pass/bin/${scene}/restore`);
  });
  it('lists who there is, with the page of the one to practise on', async () => {
    const { body } = await mo.get('/api/projects/brannick-pass/receivers');
    expect(body).toEqual({
      receivers: [
        { title, page: receiver.url },
        { title: 'Nowhere', page: null },
      ],
    });
  });
});
