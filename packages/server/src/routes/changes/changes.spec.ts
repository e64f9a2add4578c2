import { randomUUID } from 'node:crypto';
import type { HistoryLine, LoggedChange } from '@renquil/api';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

describe('the changes of a scene', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  const path = '/api/scenes/1';
  const mark = (n: number) => ({ colour: 'amber', word: `w${n}` });
  const sent: string[] = [];

  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
    const opened = await mo.get<{ scene: { revision: number } }>(path);
    let base = opened.body.scene.revision;
    for (const [n, who] of [mo, ines, mo].entries()) {
      const id = randomUUID();
      const from = n ? mark(n - 1) : null;
      const edit = { kind: 'set', object: 2, field: 'mark', from, to: mark(n) };
      const answer = await who.post<{ revision: number }>(`${path}/changes`, {
        id,
        base,
        label: `mark ${n}`,
        edits: [edit],
      });
      expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(200);
      base = answer.body.revision;
      sent.push(id);
    }
  });
  afterAll(() => server.close());

  it('after a revision come with their edits, oldest first', async () => {
    const { body } = await mo.get<{ revision: number; changes: LoggedChange[] }>(`${path}/changes?after=0`);
    expect(body.changes.slice(-3).map(({ id }) => id)).toEqual(sent);
    expect(body.changes.at(-1)).toEqual(
      jasmine.objectContaining({ revision: body.revision, author: 'Mo Adeyemi', label: 'mark 2' }),
    );
    const { body: none } = await mo.get<{ changes: unknown[] }>(`${path}/changes?after=${body.revision}`);
    expect(none.changes).toEqual([]);
  });
  it('in the history come without edits, newest first, and go on before a revision', async () => {
    const { body } = await mo.get<{ changes: HistoryLine[] }>(`${path}/history`);
    expect(body.changes.slice(0, 3).map(({ label }) => label)).toEqual(['mark 2', 'mark 1', 'mark 0']);
    const [, second] = body.changes;
    const older = await mo.get<{ changes: HistoryLine[] }>(`${path}/history?before=${second!.revision}`);
    expect(older.body.changes).toEqual(body.changes.slice(2));
  });
  it('of ones own are what undo reaches back to', async () => {
    const { body } = await mo.get<{ changes: LoggedChange[] }>(`${path}/changes/mine?before=${2 ** 31}`);
    expect(body.changes.slice(0, 2).map(({ id }) => id)).toEqual([sent[2]!, sent[0]!]);
    const { body: hers } = await ines.get<{ changes: LoggedChange[] }>(
      `${path}/changes/mine?before=${2 ** 31}`,
    );
    expect(hers.changes.map(({ id }) => id)).toContain(sent[1]!);
    expect(hers.changes.map(({ id }) => id)).not.toContain(sent[0]!);
  });
  it('are asked for by numbers', async () => {
    for (const query of [
      'changes?after=x',
      'changes?after=-1',
      'changes',
      'history?before=0',
      'changes/mine',
    ])
      expect(await mo.refused('GET', `${path}/${query}`))
        .withContext(query)
        .toBe('request-invalid');
  });
});
