import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkRegistry } from '@renquil/core/checks';
import { partsConvention } from '@renquil/core/names';
import { publishedModels } from '@renquil/formats/testing';
import { diskHost } from './disk-host.js';
import { main } from './main.js';

describe('renquil', () => {
  let folder: string;
  let out = '';
  let err = '';
  const sink = (take: (text: string) => void) => ({ write: take }) as unknown as NodeJS.WritableStream;
  const host = diskHost(
    sink((text) => (out += text)),
    sink((text) => (err += text)),
  );
  const model = publishedModels().find((m) => m.name === 'generic-trigger/left.glb')!;
  const at = (name: string): string => join(folder, name);
  const put = (name: string, value: unknown): string => {
    writeFileSync(at(name), value instanceof Uint8Array ? value : JSON.stringify(value));
    return at(name);
  };
  const run = async (...args: string[]): Promise<number> => {
    [out, err] = ['', ''];
    return main(args, host);
  };
  interface Outline {
    file: string;
    format: string;
    counts: { objects: number };
    objects: {
      id: number;
      parent: number | null;
      name: string;
      path: string;
      world: number[];
      children: number;
    }[];
  }
  const outline = async (file: string): Promise<Outline> => {
    expect(await run('outline', file, '--format', 'json')).toBe(0);
    return JSON.parse(out) as Outline;
  };

  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-cli-'))));
  afterAll(() => rmSync(folder, { recursive: true }));
  beforeEach(() => put('m.glb', model.bytes));

  describe('outline', () => {
    it('prints the members that are documented, ids in source order from 1', async () => {
      const made = await outline(at('m.glb'));
      expect(made.format).toBe('glb');
      expect(made.objects.map((o) => o.id).sort((a, b) => a - b)).toEqual(made.objects.map((_, i) => i + 1));
      expect(Object.keys(made.objects[0]!)).toEqual([
        'id',
        'parent',
        'name',
        'path',
        'kind',
        'faces',
        'vertices',
        'materials',
        'children',
        'world',
      ]);
      expect(made.objects.every((o) => o.world.length === 16)).toBeTrue();
      expect(made.objects.filter((o) => o.parent === null).every((o) => o.path === `/${o.name}`)).toBeTrue();
    });
    it('prints a tree as text', async () => {
      expect(await run('outline', at('m.glb'))).toBe(0);
      expect(out).toMatch(/^\S.*\n( {2})+\S/);
    });
  });

  describe('check', () => {
    it('ends with 1 when something blocks, 0 when nothing is at the level asked for', async () => {
      expect(await run('check', at('m.glb'))).toBe(1);
      const lenient = {
        ...partsConvention,
        checks: Object.fromEntries(checkRegistry.map(({ id }) => [id, { severity: 'note' }])),
      };
      const convention = put('lenient.json', lenient);
      expect(await run('check', at('m.glb'), '--convention', convention)).toBe(0);
      expect(await run('check', at('m.glb'), '--convention', convention, '--fail-on', 'note')).toBe(1);
    });
    it('takes rules of the house, waivers, and a baseline by which only what is new fails', async () => {
      const says = '"{name}" hangs at the root.';
      const rule = {
        id: 'no-roots',
        title: 'Nothing at the root',
        severity: 'blocker',
        where: 'depth:0',
        must: 'kind:light',
        says,
      };
      const off = Object.fromEntries(checkRegistry.map(({ id }) => [id, { severity: 'off' }]));
      const house = put('house.json', { ...partsConvention, checks: off, rules: [rule] });
      const check = ['check', at('m.glb'), '--convention', house];
      expect(await run(...check)).toBe(1);
      expect(out).toContain('[house/no-roots]');
      const sarif = async (...more: string[]) => {
        await run(...check, '--format', 'sarif', ...more);
        const [first] = (JSON.parse(out) as { runs: { results: Record<string, unknown>[] }[] }).runs;
        return first!.results;
      };
      const before = await sarif();
      expect(before[0]!['ruleId']).toBe('house/no-roots');
      expect(await run(...check, '--write-baseline', at('base.json'))).toBe(0);
      expect(await run(...check, '--baseline', at('base.json'))).toBe(0);
      expect(out).toContain('1 known from before');
      const known = await sarif('--baseline', at('base.json'));
      expect(known.map((one) => one['baselineState'])).toEqual(['unchanged']);
      expect(known[0]!['partialFingerprints']).toEqual(before[0]!['partialFingerprints']);
      const waivers = put('w.json', {
        renquil: 'waivers/1',
        waivers: [{ of: 'query', check: 'house/no-roots', where: '*', reason: 'it is one part' }],
      });
      expect(await run(...check, '--waivers', waivers)).toBe(0);
      expect(out).toContain('0 findings, 1 waived');
      const waived = await sarif('--waivers', waivers);
      expect(waived[0]!['suppressions']).toEqual([
        { kind: 'external', status: 'accepted', justification: 'it is one part' },
      ]);
      // What was there before passes, and what comes does not.
      put('strict.json', { ...partsConvention, rules: [rule] });
      expect(
        await run('check', at('m.glb'), '--convention', at('strict.json'), '--baseline', at('base.json')),
      ).toBe(1);
    });
    it('says what is wrong with waivers and baselines, and where', async () => {
      const bad = put('bad.json', {
        renquil: 'waivers/1',
        waivers: [{ of: 'query', check: 'x', where: 'kind:(', reason: 'y' }],
      });
      expect(await run('check', at('m.glb'), '--waivers', bad)).toBe(2);
      expect(err).toContain('waivers[0].where');
      expect(
        await run(
          'check',
          at('m.glb'),
          '--waivers',
          put('none.json', { renquil: 'waivers/1', waivers: [{}] }),
        ),
      ).toBe(2);
      expect(err).toContain('waivers[0].of');
      expect(await run('check', at('m.glb'), '--baseline', put('b.json', { renquil: 'baseline/2' }))).toBe(2);
      expect(err).toContain('The baseline cannot be used');
    });
    it('writes any report to a file', async () => {
      for (const format of ['json', 'sarif', 'junit', 'csv', 'html', 'text']) {
        await run('check', at('m.glb'), at('m.glb'), '--format', format, '--out', at(`r.${format}`));
        expect(readFileSync(at(`r.${format}`), 'utf8').length)
          .withContext(format)
          .toBeGreaterThan(100);
        expect(out).toBe('');
      }
    });
  });

  describe('rename', () => {
    const recipe = {
      renquil: 'recipe/1',
      name: 'up',
      steps: [{ step: 'add-text', text: 'new_', at: 'before' }],
    };
    it('shows what would change and writes nothing unless told to', async () => {
      expect(await run('rename', at('m.glb'), '--recipe', put('r.json', recipe))).toBe(0);
      expect(out).toContain('-> new_');
      expect(Buffer.compare(readFileSync(at('m.glb')), model.bytes)).toBe(0);
    });
    it('writes the file and a change list that does the same', async () => {
      expect(
        await run(
          'rename',
          at('m.glb'),
          '--recipe',
          put('r.json', recipe),
          '--where',
          'xr_*',
          '--out',
          at('a.glb'),
          '--changes',
          at('c.json'),
        ),
      ).toBe(0);
      expect(await run('apply', at('m.glb'), '--changes', at('c.json'), '--out', at('b.glb'))).toBe(0);
      expect(Buffer.compare(readFileSync(at('a.glb')), readFileSync(at('b.glb')))).toBe(0);
      const names = (await outline(at('a.glb'))).objects.map((o) => o.name);
      expect(names.some((name) => name.startsWith('new_xr_'))).toBeTrue();
      expect(names.every((name) => !name.startsWith('xr_'))).toBeTrue();
    });
    it('ends with 1 and writes nothing when names clash and nobody said what then', async () => {
      const same = { ...recipe, steps: [{ step: 'swap-words', find: '.*', put: 'same', how: 'regex' }] };
      expect(
        await run('rename', at('m.glb'), '--recipe', put('r.json', same), '--out', at('never.glb')),
      ).toBe(1);
      expect(err).toContain('nothing was written');
      expect(() => readFileSync(at('never.glb'))).toThrow();
      expect(
        await run(
          'rename',
          at('m.glb'),
          '--recipe',
          put('r.json', { ...same, clashes: 'number-on' }),
          '--out',
          at('numbered.glb'),
        ),
      ).toBe(0);
      const names = (await outline(at('numbered.glb'))).objects.map((o) => o.name);
      expect(new Set(names).size).toBe(names.length);
    });
  });

  describe('apply', () => {
    it('renames, moves in place and removes', async () => {
      const before = await outline(at('m.glb'));
      const leaf = before.objects.find(
        (o) => o.children === 0 && before.objects.find((p) => p.id === o.parent)?.parent,
      )!;
      const changes = [
        { op: 'move', object: leaf.id, under: null },
        { op: 'rename', object: leaf.id, to: 'lifted' },
      ];
      expect(
        await run(
          'apply',
          at('m.glb'),
          '--changes',
          put('c.json', { renquil: 'changes/1', changes }),
          '--out',
          at('d.glb'),
        ),
      ).toBe(0);
      const moved = (await outline(at('d.glb'))).objects.find((o) => o.name === 'lifted')!;
      expect(moved.parent).toBeNull();
      moved.world.forEach((n, i) => expect(n).toBeCloseTo(leaf.world[i]!, 6));
      expect(
        await run(
          'apply',
          at('d.glb'),
          '--changes',
          put('c.json', { renquil: 'changes/1', changes: [{ op: 'remove', objects: ['/lifted'] }] }),
          '--out',
          at('e.glb'),
        ),
      ).toBe(0);
      expect((await outline(at('e.glb'))).counts.objects).toBe(before.counts.objects - 1);
    });
    it('is all or nothing', async () => {
      const changes = [
        { op: 'rename', object: 1, to: 'x' },
        { op: 'remove', objects: ['/not/there'] },
      ];
      expect(
        await run(
          'apply',
          at('m.glb'),
          '--changes',
          put('c.json', { renquil: 'changes/1', changes }),
          '--out',
          at('never.glb'),
        ),
      ).toBe(2);
      expect(err).toContain('change 2: there is no object "/not/there"');
      expect(() => readFileSync(at('never.glb'))).toThrow();
    });
  });

  describe('propose', () => {
    it('prints every name with how sure it is and why, and writes a change list that apply takes', async () => {
      const convention = put('parts.json', { ...partsConvention, helpers: { prefixes: [] } });
      // No name of the file follows the convention, so none is surer than this.
      const least = ['--min-confidence', '0.7'];
      const code = await run(
        'propose',
        at('m.glb'),
        '--convention',
        convention,
        ...least,
        '--out',
        at('changes.json'),
      );
      expect(out).toMatch(/names proposed at 0\.7 or surer, \d+ not sure\n$/);
      expect(code).toBe(/, 0 not sure/.test(out) ? 0 : 1);
      const list = JSON.parse(readFileSync(at('changes.json'), 'utf8')) as { changes: { to: string }[] };
      expect(list.changes.length).toBeGreaterThan(0);
      expect(await run('apply', at('m.glb'), '--changes', at('changes.json'), '--out', at('named.glb'))).toBe(
        0,
      );
      const names = (await outline(at('named.glb'))).objects.map((object) => object.name);
      for (const { to } of list.changes) expect(names).toContain(to);
    });
    it('says where what has no name is, and what is known of a name that stays open', async () => {
      const gltf = {
        asset: { version: '2.0' },
        scene: 0,
        scenes: [{ nodes: [0] }],
        nodes: [{ children: [1, 2] }, { mesh: 0 }, { mesh: 0, translation: [0, 0, 2] }],
        meshes: [{ name: 'lifter', primitives: [{ attributes: { POSITION: 0 } }] }],
        accessors: [{ componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 1] }],
      };
      await run('propose', put('bare.gltf', gltf));
      expect(out).toContain('not sure: /[1]/[2] -> ? (surface unknown; side L, what lifter');
    });
    it('takes a query, a threshold and JSON', async () => {
      await run('propose', at('m.glb'), '--where', 'kind:mesh', '--min-confidence', '0', '--format', 'json');
      const made = JSON.parse(out) as {
        taken: { guesses: { because: string }[] }[];
        unsure: { open: string[] }[];
      };
      expect(made.taken.every((one) => one.guesses.every((guess) => guess.because.length > 3))).toBeTrue();
      expect(made.unsure.every((one) => one.open.length > 0)).toBeTrue();
    });
  });
  describe('learn', () => {
    it('writes a convention that the names it came from fit, and that check and propose read', async () => {
      expect(
        await run(
          'learn',
          at('m.glb'),
          '--where',
          'xr_*',
          '--name',
          'Controllers',
          '--out',
          at('learned.json'),
        ),
      ).toBe(0);
      const counted = /(\d+) of (\d+) names fit what was learned/.exec(out)!;
      expect(Number(counted[1])).toBeLessThanOrEqual(Number(counted[2]));
      const learned = JSON.parse(readFileSync(at('learned.json'), 'utf8')) as {
        name: string;
        separator: string;
      };
      expect([learned.name, learned.separator]).toEqual(['Controllers', '_']);
      expect(await run('check', at('m.glb'), '--convention', at('learned.json'))).not.toBe(2);
    });
  });

  for (const [what, args, says] of [
    ['no command', [], /renquil: arrange/],
    ['an unknown command', ['fly'], /no command "fly"/],
    ['a missing file', ['outline', '/nope/x.glb'], /\/nope\/x\.glb was not found/],
    ['a folder', ['outline', '/'], /is a folder/],
    ['an unknown flag', ['outline', 'x.glb', '--loud'], /--loud/],
    ['too few files', ['outline'], /How it is used/],
    ['a format nobody knows', ['check', 'x.glb', '--format', 'pdf'], /--format is text, json/],
    ['no recipe', ['rename', 'x.glb'], /needs --recipe/],
    ['no place to learn to', ['learn', 'x.glb'], /needs --out/],
    ['a threshold that is none', ['propose', 'x.glb', '--min-confidence', 'high'], /from 0 to 1/],
  ] as const) {
    it(`ends with 2 and one line for ${what}`, async () => {
      expect(await run(...args)).toBe(2);
      expect(out + err).toMatch(says);
      if (err) expect(err.trimEnd().split('\n')).toHaveSize(1);
    });
  }
});
