import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { partsConvention } from '@renquil/core/names';
import { publishedModels } from '@renquil/formats/testing';
import { parseTarget } from '@renquil/formats/schemas';
import { unzipSync } from 'fflate';
import { diskHost } from './disk-host.js';
import { main } from './main.js';

/** Over models that others published. */
describe('handing off a file', () => {
  let folder: string;
  let [out, err] = ['', ''];
  const sink = (take: (text: string) => void) => ({ write: take }) as unknown as NodeJS.WritableStream;
  const host = diskHost(
    sink((text) => (out += text)),
    sink((text) => (err += text)),
  );
  const at = (name: string): string => join(folder, name);
  const run = async (...args: string[]): Promise<number> => {
    [out, err] = ['', ''];
    return main(args, host);
  };
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-handoff-'));
    const model = (name: string) => publishedModels().find((one) => one.name === name)!.bytes;
    writeFileSync(at('trigger.glb'), model('generic-trigger/left.glb'));
    writeFileSync(at('hand.glb'), model('generic-hand/left.glb'));
    const lax = {
      ...partsConvention,
      checks: Object.fromEntries(['name-pattern'].map((id) => [id, { severity: 'off' }])),
    };
    writeFileSync(at('lax.json'), JSON.stringify(lax));
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it('stops at the gate with 1, and goes past it with a reason, the same bytes each time', async () => {
    expect(await run('handoff', at('trigger.glb'), '--out', at('none'))).toBe(1);
    expect(err).toContain('The gate is not passed');
    expect(readdirSync(folder)).not.toContain('none');
    const past = ['--target', 'engine', '--reason', 'a look', '--out'];
    expect(await run('handoff', at('trigger.glb'), ...past, at('one')))
      .withContext(err)
      .toBe(0);
    expect(await run('handoff', at('trigger.glb'), ...past, at('two'), '--zip')).toBe(0);
    const files = readdirSync(at('one')).sort();
    expect(files).toEqual([
      'checks.sarif',
      'manifest.json',
      'names.csv',
      'renames.csv',
      'report.html',
      'trigger_file.glb',
    ]);
    const zipped = unzipSync(readFileSync(at('two/trigger.zip')));
    for (const file of files)
      expect(Buffer.compare(readFileSync(join(at('one'), file)), zipped[file]!))
        .withContext(file)
        .toBe(0);
    const before = readFileSync(at('two/trigger.zip'));
    expect(await run('handoff', at('trigger.glb'), ...past, at('two'), '--zip')).toBe(0);
    expect(Buffer.compare(readFileSync(at('two/trigger.zip')), before)).toBe(0);
  });
  it('says which part needs what stays, before anything is written', async () => {
    expect(
      await run('handoff', at('hand.glb'), '--target', 'parts', '--reason', 'x y z', '--out', at('h')),
    ).toBe(2);
    expect(err).toMatch(/is bound to the joint/);
    expect(readdirSync(folder)).not.toContain('h');
  });
  it('checks for a target, with its rules in the report, and compares with what was known', async () => {
    const base = { renquil: 'target/1', title: 'Tiny', format: 'glb' };
    writeFileSync(at('tiny.json'), JSON.stringify({ ...base, names: { longest: 8 }, budgets: { faces: 1 } }));
    const args = ['check', at('trigger.glb'), '--convention', at('lax.json'), '--target', at('tiny.json')];
    expect(await run(...args, '--format', 'sarif')).toBe(1);
    const [log] = (
      JSON.parse(out) as {
        runs: { results: { ruleId: string }[]; tool: { driver: { rules: { id: string }[] } } }[];
      }
    ).runs;
    const rules = new Set(log!.results.map(({ ruleId }) => ruleId));
    expect(rules.has('target-names')).toBeTrue();
    expect(rules.has('target-faces')).toBeTrue();
    for (const rule of rules) expect(log!.tool.driver.rules.map(({ id }) => id)).toContain(rule);
    expect(await run(...args, '--write-baseline', at('b.json'))).toBe(0);
    expect(await run(...args, '--baseline', at('b.json'))).toBe(0);
  });
  it('lists targets and writes one as a file to change', async () => {
    expect(await run('targets')).toBe(0);
    expect(out.split('\n')[0]).toBe('engine\tglTF scene for an engine');
    expect(await run('targets', 'parts', '--out', at('t.json'))).toBe(0);
    expect(parseTarget(JSON.parse(readFileSync(at('t.json'), 'utf8'))).flat).toBeTrue();
    expect(await run('targets', 'nothing')).toBe(2);
    expect(await run('check', at('trigger.glb'), '--target', 'nothing')).toBe(2);
    expect(err).toContain('engine, parts, names');
  });
});
