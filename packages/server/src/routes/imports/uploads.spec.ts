import { connect } from 'node:net';
import { randomUUID } from 'node:crypto';
import { checkReply } from '../../testing/check-reply.js';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import { until } from '../../testing/until.js';
import { mostOpen } from '../../db/uploads.js';

const mebi = 1 << 20;
/** A scene of more than two chunks: what it holds beside is nothing that a reader looks at. */
function bigScene(): Uint8Array {
  const json = new TextEncoder().encode(
    JSON.stringify({
      asset: { version: '2.0' },
      nodes: [{ name: 'a' }, { name: 'b' }],
      scenes: [{ nodes: [0, 1] }],
      extras: { pad: 'x'.repeat(2.5 * mebi) },
    }),
  );
  return json;
}

describe('a file that comes piece by piece', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer({ uploadLimit: 6_000_000 });
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const at = (id: string): string => `/api/projects/brannick-pass/uploads/${id}`;
  const put = async (id: string, bytes: Uint8Array, from: number, who = mo): Promise<{ have: number }> => {
    const response = await fetch(`${server.url}${at(id)}?at=${from}`, {
      method: 'PUT',
      headers: { cookie: who.cookie, 'content-type': 'application/octet-stream' },
      body: Buffer.from(bytes),
    });
    const reply: unknown = await response.json();
    checkReply('PUT', at(id), response.status, reply);
    return reply as { have: number };
  };
  const have = async (id: string): Promise<number> => (await mo.get<{ have: number }>(at(id))).body.have;
  const bring = (files: object[], id: string = randomUUID()) =>
    mo.post<{ job: number; error?: { text: string } }>('/api/projects/brannick-pass/imports/uploads', {
      id,
      files,
    });

  it('goes on from where it was when the line is cut, and is the file that was sent', async () => {
    const [id, bytes] = [randomUUID(), bigScene()];
    expect(await have(id)).toBe(0);
    // Cut in the middle of the second chunk.
    const socket = connect(Number(new URL(server.url).port), '127.0.0.1');
    socket.write(
      `PUT ${at(id)}?at=0 HTTP/1.1\r\nHost: ${new URL(server.url).host}\r\nCookie: ${mo.cookie}\r\nContent-Type: application/octet-stream\r\nContent-Length: ${bytes.length}\r\n\r\n`,
    );
    socket.write(bytes.subarray(0, 1.6 * mebi));
    await until(async () => (await have(id)) === mebi);
    socket.destroy();
    expect(await put(id, bytes.subarray(mebi, 2 * mebi), mebi)).toEqual({ have: 2 * mebi });
    // What has come already is not taken again.
    expect(await put(id, bytes.subarray(0, mebi), 0)).toEqual({ have: 2 * mebi });
    const early = await bring([{ path: 'big.gltf', upload: id, bytes: bytes.length }]);
    expect(early.body.error!.text).toContain(`of big.gltf ${2 * mebi} of ${bytes.length} bytes have come`);
    expect(await put(id, bytes.subarray(2 * mebi), 2 * mebi)).toEqual({ have: bytes.length });
    const request = randomUUID();
    const made = await bring([{ path: 'big.gltf', upload: id, bytes: bytes.length }], request);
    expect(made.status).toBe(202);
    const job = await mo.job(made.body.job);
    expect([job.error, job.result!.objects]).toEqual([null, 2]);
    const again = await bring([{ path: 'big.gltf', upload: id, bytes: bytes.length }], request);
    expect(again.body.job).toBe(made.body.job);
    const stored = await server.services.database.one<{ bytes: number }>(
      'SELECT f.bytes FROM scene_file s JOIN file f ON f.id = s.file_id WHERE s.scene_id = ?',
      [job.result!.scene],
    );
    expect(Number(stored!.bytes)).toBe(bytes.length);
    expect(await have(id)).toBe(0);
  });
  it('may be several files, the scene and what lies beside it', async () => {
    const gltf = Buffer.from(
      JSON.stringify({
        asset: { version: '2.0' },
        nodes: [{ name: 'n' }],
        buffers: [{ uri: 'b.bin', byteLength: 4 }],
      }),
    );
    const [a, b] = [randomUUID(), randomUUID()];
    await put(a, gltf, 0);
    await put(b, new Uint8Array(4), 0);
    const made = await bring([
      { path: 's/t.gltf', upload: a, bytes: gltf.length },
      { path: 's/b.bin', upload: b, bytes: 4 },
    ]);
    expect((await mo.job(made.body.job)).error).toBeNull();
  });
  it('is of nobody but who sends it, ends at the limit, and can be let go of', async () => {
    const id = randomUUID();
    const ines = await server.as('ines');
    await put(id, new Uint8Array(10), 0);
    expect((await ines.get<{ have: number }>(at(id))).body.have).toBe(0);
    expect(await put(id, new Uint8Array(3), 10)).toEqual({ have: 10 });
    const most = (await put(randomUUID(), new Uint8Array(6_000_001), 0)) as { error?: { code: string } };
    expect(most.error!.code).toBe('file-too-large');
    await mo.delete(at(id));
    expect(await have(id)).toBe(0);
    expect(await mo.refused('GET', at('no-uuid'))).toBe('request-invalid');
    expect(await mo.refused('PUT', `${at(id)}?at=-1`)).toBe('request-invalid');
    const escape = [{ path: '../a.glb', upload: id, bytes: 0 }];
    expect((await bring(escape)).status).toBe(422);
  });
  it('is one of so many that one person may have begun', async () => {
    const { database } = server.services;
    const ines = await server.as('ines');
    const { insertId } = await database.run(
      `INSERT INTO file (complete) SELECT FALSE FROM seq_1_to_${mostOpen}`,
    );
    await database.run(
      `INSERT INTO upload (project_id, account_id, id, file_id)
         SELECT p.id, a.id, UUID(), ? + s.seq - 1 FROM seq_1_to_${mostOpen} s
           JOIN project p ON p.slug = 'brannick-pass' JOIN account a ON a.sign_in = 'ines'`,
      [insertId],
    );
    const { error } = (await put(randomUUID(), new Uint8Array(3), 0, ines)) as { error?: { code: string } };
    expect(error!.code).toBe('uploads-too-many');
    // Of somebody else they are nothing.
    expect(await put(randomUUID(), new Uint8Array(3), 0)).toEqual({ have: 3 });
  });
});
