import { readdirSync, readFileSync } from 'node:fs';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { holdIncremental, randomTree, sceneFromOutline, seededRandom } from '../testing/index.js';
import { CheckRun } from './check-run.js';
import { sayParameter } from './parameter-text.js';
import { saidRange } from './parameter.js';
import { checkRegistry } from './registry.js';

const parts = new CompiledConvention(partsConvention);
/** Everything that a convention can ask for. */
const strict = new CompiledConvention({
  ...partsConvention,
  special: [{ title: 'below doors', where: 'under:door', pattern: [{ slot: 'what' }] }],
  others: { material: [{ slot: 'surface' }], shape: [{ slot: 'what' }], layer: [{ slot: 'what' }] },
  checks: {
    'left-without-right': { parameters: { mirrored: true } },
    'not-unique': { parameters: { among: 'siblings' } },
    'parent-word': { severity: 'note' },
    'shape-follows': { severity: 'note' },
  },
});

/** Patterns that hang on what stands in each of these. */
const bySpecial = [
  'layer:Body kind:group',
  'has:lod',
  'kids:>1',
  'depth:>1',
  'side:L',
  'shape:door',
  'twin:yes',
  'set:s',
  'goes:no',
  'slot.what:door',
].map((where) => {
  const special = [{ title: where, where, pattern: [{ slot: 'what' }, { slot: 'number' }] }];
  return [`with a pattern for ${where}`, new CompiledConvention({ ...partsConvention, special })] as const;
});

describe('incremental checking', () => {
  for (const [title, convention, seeds = 40] of [
    ['as shipped', parts],
    ['with all that can be asked', strict],
    ...bySpecial.map(([title, convention]) => [title, convention, 12] as const),
  ] as const)
    it(`equals a full run after every one of many random edits, ${title}`, () => {
      for (let seed = 1; seed <= seeds; seed++) {
        const random = seededRandom(seed);
        const scene = sceneFromOutline(
          'root : control\n  body : mesh\n  door\n    door : mesh\n  group1\nx y : mesh',
        );
        holdIncremental(scene, random, (scene) => new CheckRun(scene, convention), { seed });
      }
    });
  it('asks candidates only, and finds what asking every object finds', () => {
    const names = ['a01', 'a1', 'a003', 'A1', 'lamp1', 'lamp2', 'lamp3', 'lapm9', 'cut_a', 'x', 'L_x', 'R_y'];
    let found = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 40);
      for (const { id } of [...scene.walk()])
        scene.patch(id, { name: names[Math.floor(random() * names.length)]! });
      const run = new CheckRun(scene, parts);
      run.all();
      for (const check of checkRegistry.filter((one) => one.candidates)) {
        if (!run.asks(check.id)) continue;
        const context = { scene, convention: parts, parameters: check.defaults };
        for (const object of scene.walk()) {
          const report = check.evaluate(object, context);
          const finding = run.of(object.id).find((one) => one.check === check.id);
          expect(finding?.messageId).withContext(`seed ${seed}: ${check.id}`).toBe(report?.message);
          if (report) found++;
        }
      }
    }
    expect(found).toBeGreaterThan(500);
  });
  it('follows the convention: severity and off', () => {
    const scene = sceneFromOutline('group3\nx y : mesh');
    const checks = {
      'empty-group': { severity: 'blocker' as const },
      'forbidden-characters': { severity: 'off' as const },
    };
    const run = new CheckRun(scene, new CompiledConvention({ ...partsConvention, checks }));
    run.all();
    expect([...run.findings()].find((f) => f.check === 'empty-group')?.severity).toBe('blocker');
    expect([...run.findings()].some((f) => f.check === 'forbidden-characters')).toBeFalse();
  });
});

describe('the check registry', () => {
  const folder = new URL('.', import.meta.url);
  it('lists exactly the files of the folders, sorted, each named after its check', () => {
    const files = ['content', 'files', 'hierarchy', 'names', 'transforms']
      .flatMap((family) => readdirSync(new URL(family, folder)))
      .filter((file) => !file.endsWith('.spec.ts'))
      .map((file) => file.replace('.ts', ''))
      .sort();
    expect(files.length).toBeGreaterThanOrEqual(6);
    expect(checkRegistry.map((check) => check.id)).toEqual(files);
  });
  it('is the list of docs/checks.md', () => {
    const docs = readFileSync(new URL('../../../../docs/checks.md', folder), 'utf8');
    const listed = [...docs.matchAll(/^### `([\w-]+)`/gm)].map((m) => m[1]);
    expect(listed.sort()).toEqual(checkRegistry.map((check) => check.id));
  });
  it('has its parameters in docs/checks.md as it declares them', () => {
    const docs = readFileSync(new URL('../../../../docs/checks.md', folder), 'utf8');
    const rows = [...docs.matchAll(/^\| `([\w-]+)` \| `(\w+)` \| (.*) \| (.*) \| (.*) \|$/gm)].map((m) =>
      m.slice(1),
    );
    const declared = checkRegistry.flatMap(({ id, parameters }) =>
      Object.entries(parameters).map(([key, one]) => [
        id,
        key,
        saidRange(one),
        sayParameter(one, one.shipped).replaceAll('\n', '; ') || 'none',
        one.text,
      ]),
    );
    expect(rows).toEqual(declared);
  });
});
