import { createHash } from 'node:crypto';
import { NodeIO } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import type { HandoffChanges } from '@renquil/api';
import { unzipSync } from 'fflate';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

interface Handoffs {
  handoffs: {
    id: number;
    files: { name: string; bytes: number; sha256: string }[];
    readBack: { objects: number; arrived: number; problems: string[] };
    gate: { passes: boolean };
  }[];
}

describe('handing off', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  let made = 0;
  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
    const reason = 'a look for the light team';
    made = (await ines.post<{ job: number }>('/api/scenes/1/handoffs', { revision: 0, reason })).body.job;
    await ines.job(made);
  });
  afterAll(() => server.close());

  it('is held by the gate, with the count of what holds it', async () => {
    const { body } = await mo.post<{ job: number }>('/api/scenes/1/handoffs', { revision: 0 });
    const job = await mo.job(body.job);
    expect(job.error).toEqual({
      code: 'handoff-blocked',
      text: 'The gate is not passed; open blockers: 55. Give a reason to hand off with them, or fix them first.',
    });
  });
  it('past the gate is for a lead with a reason', async () => {
    expect(
      await mo.refused('POST', '/api/scenes/1/handoffs', { revision: 0, reason: 'I am in a hurry' }),
    ).toBe('not-allowed');
    expect((await ines.job(made)).state).toBe('done');
  });
  it('makes a package whose checksums hold, without the helpers, that another reader opens', async () => {
    const { body } = await mo.get<Handoffs>('/api/scenes/1/handoffs');
    const [packed] = body.handoffs;
    const files = unzipSync(await mo.bytes(`/api/handoffs/${packed!.id}/package`));
    for (const file of packed!.files) {
      const bytes = files[file.name]!;
      expect(bytes.length).toBe(file.bytes);
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(file.sha256);
      expect(
        Buffer.compare(
          await mo.bytes(`/api/handoffs/${packed!.id}/files/${encodeURIComponent(file.name)}`),
          bytes,
        ),
      ).toBe(0);
    }
    const glb = packed!.files.find((file) => file.name.endsWith('.glb'))!;
    const document = await new NodeIO().registerExtensions(ALL_EXTENSIONS).readBinary(files[glb.name]!);
    const names = document
      .getRoot()
      .listNodes()
      .map((node) => node.getName());
    expect(names).toHaveSize(137);
    expect(names.filter((name) => /^(cut|ref)_/.test(name))).toEqual([]);
    expect(packed!.readBack).toEqual(jasmine.objectContaining({ objects: 137, arrived: 137, problems: [] }));
    const manifest = JSON.parse(Buffer.from(files['manifest.json']!).toString()) as {
      reason: string;
      files: { name: string; sha256: string }[];
    };
    expect(manifest.reason).toBe('a look for the light team');
    for (const file of manifest.files) expect(packed!.files).toContain(jasmine.objectContaining(file));
  });
  it('is compared with the package before it for the same target', async () => {
    const hand = async (revision: number): Promise<number> => {
      const reason = 'a look for the light team';
      const { body } = await ines.post<{ job: number }>('/api/scenes/2/handoffs', { revision, reason });
      return (await ines.job(body.job)).result!.handoff;
    };
    const first = await hand(0);
    const changes = (id: number) => mo.get<HandoffChanges>(`/api/handoffs/${id}/changes`);
    expect((await changes(first)).body).toEqual({ before: null });
    const names = new TextDecoder().decode(await mo.bytes(`/api/handoffs/${first}/files/names.csv`));
    const from = /^2,([^,]*),/m.exec(names)![1]!;
    const edits = [{ kind: 'rename', object: 2, from, to: 'renamed_geo' }];
    await mo.post('/api/scenes/2/changes', { id: crypto.randomUUID(), base: 0, label: 'x', edits });
    const { body } = await changes(await hand(1));
    expect(body.before).toEqual(jasmine.objectContaining({ id: first, revision: 0 }));
    expect(body.counts).toEqual({ renamed: 1, moved: 0, added: 0, gone: 0 });
    expect(body.first!.renamed[0]!.to).toBe('renamed_geo');
  });
  it('knows no file and no package that is not there', async () => {
    expect(await mo.refused('GET', '/api/handoffs/1/files/passwd')).toBe('not-found');
    expect(await mo.refused('GET', '/api/handoffs/999/package')).toBe('not-found');
  });
});
