import { randomUUID } from 'node:crypto';
import { takeSnapshot } from '@renquil/core/scene';
import { openStored } from '../tasks/stored-scene.js';
import { Faults } from '../testing/faults.js';
import type { Client } from '../testing/client.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';

const path = '/api/scenes/1/changes';
const rename = (object: number, from: string, to: string) => ({ kind: 'rename', object, from, to });

describe('committing', () => {
  let server: TestServer;
  let mo: Client;
  let faults: Faults;
  const revision = async () =>
    (await mo.get<{ scene: { revision: number } }>('/api/scenes/1')).body.scene.revision;
  const replayed = async () =>
    openStored(await server.services.scenes.stored(server.services.database, 1, await revision()));
  const nameOf = async (object: number) => (await replayed()).get(object).name;
  const indexed = async () =>
    server.services.database.rows<{
      object_id: number;
      parent_id: number | null;
      name: string;
      kind: string;
    }>('SELECT object_id, parent_id, name, kind FROM object_index WHERE scene_id = 1 ORDER BY object_id');
  /** Log replayed = index of objects, to the letter. */
  const expectWhole = async () =>
    expect(await indexed()).toEqual(
      takeSnapshot(await replayed())
        .objects.map(({ id, p, n, k }) => ({ object_id: id, parent_id: p ?? null, name: n, kind: k }))
        .sort((a, b) => a.object_id - b.object_id),
    );
  const post = (edits: unknown[], base: number, id: string = randomUUID(), label = 'Rename') =>
    mo.post<{ revision: number; error?: { code: string } }>(path, { id, base, label, edits });

  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
    faults = new Faults(server.services.database, /FROM scene WHERE id = \? FOR UPDATE/);
  });
  afterAll(() => server.close());

  it('survives a lost race at every one of its statements, each attempt from a clean copy', async () => {
    await post([rename(3, await nameOf(3), 'start')], await revision());
    const statements = faults.statements;
    expect(statements).toBeGreaterThan(6);
    for (let n = 1; n <= statements + 1; n++) {
      const base = await revision();
      faults.failAt = n;
      faults.attempts = 0;
      const answer = await post(
        [rename(3, await nameOf(3), `at_${n}`), rename(4, await nameOf(4), `four_${n}`)],
        base,
      );
      expect([answer.status, answer.body.revision, faults.attempts])
        .withContext(`statement ${n}`)
        .toEqual([200, base + 1, 2]);
      expect([await nameOf(3), await nameOf(4)]).toEqual([`at_${n}`, `four_${n}`]);
    }
    await expectWhole();
  });
  it('takes nothing when the database fails for good, and the copy is none the worse', async () => {
    const [base, name] = [await revision(), await nameOf(5)];
    faults.make = () => Object.assign(new Error('it broke'), { errno: 1105 });
    faults.failAt = 5;
    expect((await post([rename(5, name, 'never')], base)).status).toBe(500);
    expect(await revision()).toBe(base);
    expect((await post([rename(5, name, 'then')], base)).body.revision).toBe(base + 1);
    await expectWhole();
  });
  it('leaves the copy as it was when a change is refused: nothing is read anew', async () => {
    await post([rename(6, await nameOf(6), 'six')], await revision());
    const opened = server.services.scenes.opened;
    for (let i = 0; i < 6; i++)
      expect(
        (await post([rename(7, await nameOf(7), 'x'), rename(6, 'not its name', 'y')], await revision()))
          .status,
      ).toBe(422);
    expect((await post([rename(6, 'six', 'seven')], await revision())).status).toBe(200);
    expect(server.services.scenes.opened).toBe(opened);
    await expectWhole();
  });
  it('refuses an id that another change, label or person has had, and knows it however it is written', async () => {
    const [base, name] = [await revision(), await nameOf(8)];
    const id = randomUUID();
    const made = (await post([rename(8, name, 'eight')], base, id)).body.revision;
    expect((await post([rename(8, name, 'eight')], base, `{${id.toUpperCase()}}`)).body.revision).toBe(made);
    expect((await post([rename(8, 'eight', 'nine')], made, id)).body.error?.code).toBe('change-id-taken');
    expect((await post([rename(8, name, 'eight')], base, id, 'Other')).body.error?.code).toBe(
      'change-id-taken',
    );
    const ines = await server.as('ines');
    expect(
      await ines.refused('POST', path, { id, base, label: 'Rename', edits: [rename(8, name, 'eight')] }),
    ).toBe('change-id-taken');
    expect(
      await mo.refused('POST', path, { id: 'no-uuid', base, label: 'x', edits: [rename(8, 'a', 'b')] }),
    ).toBe('request-invalid');
    expect(await revision()).toBe(made);
  });
  it('refuses an object number far beyond those of the scene', async () => {
    const object = (await replayed()).get(2);
    const data = { ...object, id: 2 ** 31 } as Record<string, unknown>;
    delete data['children'];
    delete data['parent'];
    const insert = { kind: 'insert', branch: { data, children: [] }, parent: null, index: 0 };
    const answer = await mo.send<{ error: { code: string; text: string } }>('POST', path, {
      id: randomUUID(),
      base: await revision(),
      label: 'Far',
      edits: [insert],
    });
    expect(answer.body.error.code).toBe('request-invalid');
    expect(answer.body.error.text).toContain('2147483648');
  });
  it('puts many that wait into one transaction, refuses only those that do not fit, and others are answered meanwhile', async () => {
    const base = await revision();
    const names = await Promise.all([...Array(40).keys()].map((i) => nameOf(20 + i)));
    faults.attempts = 0;
    const health = server.client();
    const all = names.map((name, i) =>
      post([rename(20 + i, i % 8 === 7 ? 'not its name' : name, `hot_${i}`)], base),
    );
    expect((await health.get('/api/health')).status).toBe(200);
    const answers = await Promise.all(all);
    expect(answers.filter(({ status }) => status === 200).length).toBe(35);
    expect(
      answers.filter((_, i) => i % 8 === 7).every(({ status }) => status === 422 || status === 409),
    ).toBeTrue();
    expect(faults.attempts).toBeLessThan(20);
    const given = answers.flatMap(({ status, body }) => (status === 200 ? [body.revision] : []));
    expect([...given].sort((a, b) => a - b)).toEqual([...Array(35).keys()].map((i) => base + 1 + i));
    await expectWhole();
  });
  it('keeps names of any text in the index', async () => {
    const odd = [
      'tab\there',
      'a"quote\\',
      '\u{1F40C} snail',
      'nul\0',
      '\u202Eright to left',
      ' ends ',
      '',
      "it's",
      '<b>',
      '?*%_',
    ];
    for (const [i, name] of odd.entries()) {
      const answer = await post([rename(70 + i, await nameOf(70 + i), name)], await revision());
      expect(answer.status).withContext(JSON.stringify(name)).toBe(200);
    }
    await expectWhole();
  });
});
