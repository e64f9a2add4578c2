import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import { CliRunner } from './testing/cli-runner.js';

const folder = '/usr/share/assimp/models/OBJ/';
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Debian's spider with its materials, in a folder of a package: files nobody here made. */
const kit = zipSync({
  'spider/spider.obj': new Uint8Array(readFileSync(`${folder}spider.obj`)),
  'spider/spider.mtl': new Uint8Array(readFileSync(`${folder}spider.mtl`)),
  'notes.json': utf8('{}'),
  '__MACOSX/spider/._spider.obj': utf8('x'),
});

describe('renquil with a .zip', () => {
  let cli: CliRunner;
  beforeEach(() => (cli = new CliRunner()));
  afterEach(() => cli.close());

  it('opens the one scene in it, with what lies beside that', async () => {
    const zip = cli.put('kit.zip', kit);
    expect(await cli.run('outline', zip, '--format', 'json')).toBe(0);
    const of = JSON.parse(cli.out) as { format: string; objects: { materials: string[] }[] };
    expect(of.format).toBe('obj');
    expect(of.objects.some(({ materials }) => materials.length > 0)).toBeTrue();
    expect(await cli.run('outline', `${zip}/spider/spider.obj`, '--format', 'json')).toBe(0);
    expect((JSON.parse(cli.out) as typeof of).objects).toEqual(of.objects);
  });
  it('converts it, and writes nothing into it', async () => {
    const zip = cli.put('kit.zip', kit);
    expect(await cli.run('convert', zip, cli.at('out.glb'))).toBe(0);
    expect(await cli.run('outline', cli.at('out.glb'))).toBe(0);
    expect(await cli.run('convert', zip, `${zip}/out.glb`)).toBe(2);
    expect(cli.err).toContain('is in a .zip, which is read, not written');
    expect(readFileSync(zip)).toEqual(Buffer.from(kit));
  });
  it('of several scenes, none, or broken says so in one line', async () => {
    const two = cli.put('two.zip', zipSync({ 'a.obj': utf8('v 0 0 0\n'), 'b/c.glb': utf8('x') }));
    expect(await cli.run('outline', two)).toBe(2);
    expect(cli.err).toContain(`${two} holds 2 scenes: name one, as ${two}/a.obj.`);
    const none = cli.put('none.zip', zipSync({ 'a.txt': utf8('x') }));
    expect(await cli.run('outline', none)).toBe(2);
    expect(cli.err).toContain(`there is no scene in ${none}.`);
    expect(await cli.run('outline', cli.put('bad.zip', kit.subarray(0, 900)))).toBe(2);
    expect(cli.err).toContain('bad.zip: this package cannot be opened as a .zip.');
    expect(await cli.run('outline', `${two}/gone.obj`)).toBe(2);
    expect(cli.err).toContain('gone.obj was not found');
    expect(await cli.run('outline', cli.at('gone.zip'))).toBe(2);
    expect(cli.err).toContain('gone.zip was not found');
  });
  it('reads nothing outside of the package for what is in it', async () => {
    cli.put('secret.mtl', 'newmtl secret\n');
    const of = (file: string): string =>
      `mtllib ${file}\no a\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl secret\nf 1 2 3\n`;
    const zip = cli.put('kit.zip', zipSync({ 'a.obj': utf8(of('../secret.mtl')) }));
    expect(await cli.run('outline', zip)).toBe(0);
    expect(cli.err).toContain('Materials lie in files that did not come: ../secret.mtl');
  });
  it('takes a folder of that name for what it is', async () => {
    mkdirSync(cli.at('parts.zip'));
    writeFileSync(cli.at('parts.zip/a.obj'), 'o a\nv 0 0 0\n');
    expect(await cli.run('outline', cli.at('parts.zip/a.obj'))).toBe(0);
    expect(await cli.run('convert', cli.at('parts.zip/a.obj'), cli.at('parts.zip/a.glb'))).toBe(0);
  });
});
