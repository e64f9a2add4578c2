import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { partsConvention } from '@renquil/core/names';
import { publishedModels } from '@renquil/formats/testing';

const page = readFileSync(new URL('../../../docs/pipeline.md', import.meta.url), 'utf8');
const blockOf = (name: string): string => {
  const found = new RegExp(`^\`\`\`sh ${name}\\n([\\s\\S]*?)^\`\`\``, 'm').exec(page);
  if (!found) throw new Error(`docs/pipeline.md has no block ${name}`);
  return found[1]!;
};

/** What docs/pipeline.md shows, as it stands there, with the sources in place of what npx would fetch. */
describe('the blocks of docs/pipeline.md', () => {
  let folder: string;
  const at = (name: string): string => join(folder, name);
  const run = (file: string, ...args: string[]) => {
    const made = spawnSync('sh', [file, ...args], {
      cwd: folder,
      encoding: 'utf8',
      env: { ...process.env, PATH: `${at('bin')}${delimiter}${process.env['PATH'] ?? ''}` },
    });
    return { code: made.status, said: `${made.stdout}${made.stderr}` };
  };
  const writeBlock = (name: string): string => {
    writeFileSync(at(name), blockOf(name));
    return at(name);
  };
  const model = publishedModels().find((one) => one.name === 'generic-trigger/left.glb')!.bytes;
  const convention = (severity: 'off' | 'blocker') => {
    const checks = Object.fromEntries(['name-pattern', 'unnamed'].map((id) => [id, { severity }]));
    writeFileSync(at('studio.convention.json'), JSON.stringify({ ...partsConvention, checks }));
  };

  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-pipeline-'));
    mkdirSync(at('bin'));
    mkdirSync(at('exports'));
    writeFileSync(at('exports/trigger.glb'), model);
    const main = new URL('./main.ts', import.meta.url).href;
    writeFileSync(
      at('bin/renquil.mjs'),
      `import { main } from ${JSON.stringify(main)};\nprocess.exitCode = await main(process.argv.slice(2));\n`,
    );
    const tsx = fileURLToPath(import.meta.resolve('tsx'));
    writeFileSync(
      at('bin/npx'),
      `#!/bin/sh\n[ "$1" = renquil ] || exit 99\nshift\nexec "${process.execPath}" --conditions=@renquil/source --import "file://${tsx}" "${at('bin/renquil.mjs')}" "$@"\n`,
    );
    chmodSync(at('bin/npx'), 0o755);
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it('the CI job fails on what is new, and on nothing else', () => {
    convention('blocker');
    const job = writeBlock('ci-job');
    writeFileSync(at('begin'), blockOf('ci-job').replace('--baseline checks', '--write-baseline checks'));
    expect(run(at('begin'))).toEqual(jasmine.objectContaining({ code: 0 }));
    expect(run(job)).toEqual(jasmine.objectContaining({ code: 0 }));
    const sarif = JSON.parse(readFileSync(at('checks.sarif'), 'utf8')) as { version: string };
    expect(sarif.version).toBe('2.1.0');
    writeFileSync(at('exports/other.glb'), model);
    expect(run(job).code).toBe(1);
    rmSync(at('exports/other.glb'));
  });
  it('the farm job packs what is ready, and says why another is not', () => {
    convention('blocker');
    const job = writeBlock('farm-job');
    expect(run(job, 'exports/trigger.glb').code).toBe(1);
    expect(existsSync(at('trigger.not-ready.html'))).toBeTrue();
    expect(existsSync(at('handed-off'))).toBeFalse();
    const lax = {
      ...partsConvention,
      checks: Object.fromEntries(['name-pattern', 'negative-scale'].map((id) => [id, { severity: 'off' }])),
    };
    writeFileSync(at('studio.convention.json'), JSON.stringify(lax));
    const made = run(job, 'exports/trigger.glb');
    expect(made.code).withContext(made.said).toBe(0);
    expect(existsSync(at('handed-off/trigger/trigger.zip'))).toBeTrue();
    expect(run(job, 'exports/nothing.glb').code).toBe(2);
  });
  it('the hook keeps a scene with a blocker from being committed, and lets others pass', () => {
    convention('blocker');
    const git = (...args: string[]): string =>
      execFileSync('git', ['-c', 'user.name=A', '-c', 'user.email=a@example.org', ...args], {
        cwd: folder,
        encoding: 'utf8',
        stdio: 'pipe',
        env: { ...process.env, PATH: `${at('bin')}${delimiter}${process.env['PATH'] ?? ''}` },
      });
    git('init', '-q');
    writeFileSync(at('.git/hooks/pre-commit'), blockOf('pre-commit'));
    chmodSync(at('.git/hooks/pre-commit'), 0o755);
    git('add', 'studio.convention.json');
    git('commit', '-qm', 'no scene');
    git('add', 'exports/trigger.glb');
    expect(() => git('commit', '-qm', 'a scene')).toThrow();
    expect(git('log', '--oneline').trim().split('\n').length).toBe(1);
  });
});
