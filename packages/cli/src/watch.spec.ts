import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { publishedModels } from '@renquil/formats/testing';
import { splitGlb } from '@renquil/formats';
import { diskHost } from './disk-host.js';
import { main } from './main.js';

describe('watching a folder', () => {
  let folder: string;
  let [out, err] = ['', ''];
  const sink = (take: (text: string) => void) => ({ write: take }) as unknown as NodeJS.WritableStream;
  const model = publishedModels().find((one) => one.name === 'generic-trigger/left.glb')!.bytes;
  const until = async (holds: () => boolean): Promise<void> => {
    for (let i = 0; i < 400 && !holds(); i++) await new Promise((done) => setTimeout(done, 50));
    expect(holds()).withContext(`${out}${err}`).toBeTrue();
  };
  const apart = (glb: Uint8Array): { json: Uint8Array; bin: Uint8Array } => {
    const [json, bin] = splitGlb('late', glb);
    return { json: json!.bytes, bin: bin!.bytes };
  };
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-watch-'));
    [out, err] = ['', ''];
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('checks what is there, what lands and what changes, says what it cannot read, and stops cleanly', async () => {
    let stop!: () => void;
    const stopped = new Promise<void>((done) => (stop = done));
    const host = diskHost(
      sink((text) => (out += text)),
      sink((text) => (err += text)),
      () => stopped,
    );
    const at = (name: string): string => join(folder, name);
    writeFileSync(at('there.glb'), model);
    const ended = main(['watch', folder, '--target', 'engine', '--format', 'json'], host);
    await until(() => out.includes('there.glb:'));
    mkdirSync(at('sub'));
    writeFileSync(at('sub/lands.glb'), model);
    writeFileSync(at('notes.txt'), 'no scene');
    await until(() => out.includes('lands.glb:'));
    const report = JSON.parse(readFileSync(at('sub/lands.glb.checks.json'), 'utf8')) as { counts: object };
    expect(Object.keys(report.counts)).toEqual(['blocker', 'warning', 'note']);
    writeFileSync(at('there.glb'), model.subarray(0, 50));
    await until(() => err.includes('there.glb'));
    writeFileSync(at('there.glb'), model);
    await until(() => out.split('there.glb:').length === 3);
    expect(existsSync(at('notes.txt.checks.json'))).toBeFalse();
    // A .gltf lands before its .bin, as an exporter writes them.
    const { json, bin } = apart(model);
    writeFileSync(at('late.gltf'), json);
    await until(() => err.includes('late.gltf'));
    writeFileSync(at('late.bin'), bin);
    await until(() => out.includes('late.gltf:'));
    // A .json is looked at where it is a listing.
    writeFileSync(at('settings.json'), '{"a":1}');
    writeFileSync(at('list.json'), '{"renquil":"listing/1","objects":[{"id":1,"name":"a","parent":null}]}');
    await until(() => out.includes('list.json:'));
    stop();
    expect(await ended).toBe(0);
    expect(out).toContain('Stopped.');
    expect(out + err).not.toContain('settings.json');
  });
  it('says at once what is asked wrongly', async () => {
    const host = diskHost(
      sink((text) => (out += text)),
      sink((text) => (err += text)),
      () => Promise.resolve(),
    );
    expect(await main(['watch', join(folder, 'nowhere')], host)).toBe(2);
    expect(err).toContain('is no folder');
    expect(await main(['watch', folder, '--format', 'tape'], host)).toBe(2);
  });
});
