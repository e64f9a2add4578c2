import { Dialog } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import type { DeliveryInfo, HandoffInfo } from '@renquil/api';
import { shippedTargets } from '@renquil/core/targets';
import { arrives } from '../../../testing/arrives';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { HandoffStep } from './handoff-step';
import { type ReceiptSheet } from './receipt-sheet';

const at = new Date().toISOString();
const title = 'Next department';
const made = (id: number, deliveries: DeliveryInfo[] = []): HandoffInfo => ({
  ...{
    id,
    revision: 0,
    author: 'Mo',
    reason: null,
    at,
    target: 'Engine',
    targetKey: 'engine',
    readBack: null,
  },
  gate: {
    ...{ passes: true, blockers: 0, warnings: 0, lines: [] },
    goes: { objects: 2, faces: 0, materials: 0 },
    stays: { objects: 0, byWhy: {}, takenAlong: 0 },
  },
  files: [],
  deliveries,
});
const delivery = (more: Partial<DeliveryInfo> = {}): DeliveryInfo => ({
  ...{
    receiver: title,
    state: 'sending',
    said: '',
    tries: 0,
    job: null,
    author: 'Mo',
    at,
    answer: null,
    receipts: 0,
    settled: 0,
  },
  ...more,
});
const changed = delivery({
  ...{ state: 'changed', receipts: 1 },
  answer: { objects: 2, arrived: 2, changed: 2, reason: null },
});
const differences = [
  { object: 1, sent: 'cabin_ctrl', arrived: 'cabin_', because: 'Names end at 6 characters here.' },
  { object: 2, sent: 'door_left_geo', arrived: 'door_l', because: 'Names end at 6 characters here.' },
];

describe('the receiver of a package', () => {
  const start = async (handoffs: HandoffInfo[], role: 'artist' | 'lead' = 'lead') => {
    const bed = await workbenchBed('cabin_ctrl : control\n  door_left_geo : mesh', { role });
    const page = await show(HandoffStep, {}, 'display:flex;width:1100px;height:700px');
    bed.http.expectOne('/api/scenes/1/handoffs').flush({ handoffs });
    const engine = { target: shippedTargets['engine']!, id: null, revision: 0, author: null, at: null };
    (await arrives(bed.http, '/api/projects/p/targets')).flush({ targets: [{ key: 'engine', ...engine }] });
    (await arrives(bed.http, '/api/projects/p/receivers')).flush({
      receivers: [{ title, page: 'http://127.0.0.1:1' }],
    });
    const answer = async (): Promise<void> => {
      const heard = handoffs.length ? { receiver: title, refused: null, changed: differences } : null;
      bed.http
        .match(({ url }) => url.startsWith('/api/scenes/1/heard'))
        .forEach((one) => !one.cancelled && one.flush({ heard }));
      await bed.settle();
      await page.settle();
    };
    await bed.settle();
    await answer();
    return { ...bed, page, answer };
  };
  const says = (page: { text(selector: string): string[] }): string =>
    page.text('[data-testid=delivery]')[0] ?? '';

  it('sends a package that was not sent, and follows it to its receipt', async () => {
    const { page, http, settle } = await start([made(7)]);
    expect(says(page)).toContain('not sent yet');
    await page.click('Send');
    const request = http.expectOne('/api/handoffs/7/deliveries');
    expect(request.request.body).toEqual({ receiver: title });
    request.flush({ job: 3 });
    await settle();
    (await arrives(http, '/api/scenes/1/handoffs')).flush({ handoffs: [made(7, [delivery({ job: 3 })])] });
    await settle();
    await page.settle();
    const job = {
      id: 3,
      kind: 'send',
      author: 'Mo',
      about: null,
      scene: 1,
      again: false,
      at,
      result: null,
      error: null,
    };
    (await arrives(http, '/api/jobs/3')).flush({
      ...job,
      state: 'running',
      stage: 'Sending',
      done: 1,
      total: 4,
    });
    await page.settle();
    expect(says(page)).toContain('Sending, 25 %');
    (await arrives(http, '/api/jobs/3')).flush({ ...job, state: 'done', stage: '', done: 0, total: 0 });
    (await arrives(http, '/api/scenes/1/handoffs')).flush({ handoffs: [made(7, [changed])] });
    await settle();
    await page.settle();
    expect(says(page)).toContain('2 of 2 objects arrived, 2 not as sent');
  });
  const states: [Partial<DeliveryInfo>, string][] = [
    [{ state: 'sent', tries: 3, job: 5 }, 'Waiting for the receipt, asked 3 times'],
    [{ state: 'arrived', answer: { objects: 2, arrived: 2, changed: 0, reason: null } }, 'all as sent'],
    [{ state: 'refused', said: 'Not on a Friday.', receipts: 2 }, 'Refused: Not on a Friday.'],
    [{ state: 'unanswered', said: 'nobody is there' }, 'Unanswered. nobody is there'],
  ];
  for (const [more, text] of states)
    it(`says where a package stands: ${more.state}`, async () => {
      const { page } = await start([made(7, [delivery(more)])]);
      expect(says(page)).toContain(text);
    });
  it('warns at the gate of what the last receipt changed', async () => {
    const { page } = await start([made(7, [changed])]);
    expect(page.root.textContent).toContain('Changed by the receiver the last time');
    expect(page.root.textContent).toContain('"cabin_ctrl" is "cabin_" at Next department.');
  });
  it('warns at the gate of an answer that only the list of packages tells, and asks again while nobody answers', async () => {
    const { page, http, settle } = await start([made(7, [delivery({ job: 3 })])]);
    expect(page.root.textContent).not.toContain('Refused by the receiver');
    const refused = delivery({ state: 'refused', said: 'Not on a Friday.', receipts: 1 });
    http.match('/api/jobs/3').forEach((one) => one.cancelled || one.flush({ state: 'done' }));
    (await arrives(http, '/api/scenes/1/handoffs')).flush({ handoffs: [made(7, [refused])] });
    await settle();
    const heard = '/api/scenes/1/heard?target=engine';
    (await arrives(http, heard)).error(new ProgressEvent('error'));
    (await arrives(http, heard)).flush({
      heard: { receiver: title, refused: 'Not on a Friday.', changed: [] },
    });
    await settle();
    await page.settle();
    expect(page.root.textContent).toContain('Refused by the receiver the last time');
  });
  it('lets one keep a name, take theirs as an edit that undoes, and tell the target', async () => {
    const { page, http, settle, open, answer } = await start([made(7, [changed])]);
    await page.click('Look at them');
    const sheet = TestBed.inject(Dialog).openDialogs[0]!.componentInstance as ReceiptSheet;
    const receipts = async (decisions: object[]): Promise<void> => {
      const receipt = {
        number: '0',
        state: 'changed',
        at,
        reason: null,
        objects: 2,
        arrived: 2,
        differences,
        more: 0,
      };
      (await arrives(http, '/api/handoffs/7/receipts/Next%20department')).flush({
        last: { receipt, at },
        decisions,
      });
      await settle();
      await page.settle();
    };
    const decided = async (): Promise<unknown> => {
      const request = await arrives(http, '/api/handoffs/7/decisions');
      request.flush({ settled: true });
      await settle();
      return request.request.body;
    };
    await receipts([]);
    expect(sheet.takeable()).toBe(2);
    sheet.ticked.toggle(1);
    const keeping = sheet.keep();
    expect(await decided()).toEqual({ receiver: title, objects: [1], what: 'kept' });
    await keeping;
    await receipts([{ object: 1, what: 'kept', by: 'Mo' }]);
    await answer();
    expect(sheet.meant().map(({ object }) => object)).toEqual([2]);
    const taking = sheet.take();
    expect(await decided()).toEqual({ receiver: title, objects: [2], what: 'taken' });
    await taking;
    expect([open.scene.get(2).name, open.undoNext()]).toEqual(['door_l', 'Take 1 name of Next department']);
    open.undo();
    expect(open.scene.get(2).name).toBe('door_left_geo');
    await receipts([]);
    sheet.ticked.set([2]);
    const telling = sheet.tell();
    const saved = await arrives(http, { method: 'PUT', url: '/api/projects/p/targets' });
    expect((saved.request.body as { target: { names: object } }).target.names).toEqual(
      jasmine.objectContaining({ longest: 6 }),
    );
    saved.flush({ id: 9, revision: 1 });
    expect(await decided()).toEqual({ receiver: title, objects: [2], what: 'told' });
    await telling;
  });
});
