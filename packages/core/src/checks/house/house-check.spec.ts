import { applyChange } from '../../edits/change.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { PathBook } from '../../scene/paths.js';
import type { Scene } from '../../scene/scene.js';
import {
  holdIncremental,
  outlineOf,
  sceneFromOutline,
  seededRandom,
  tidyOutline,
} from '../../testing/index.js';
import { CheckRun } from '../check-run.js';
import { checksOf } from '../checks-of.js';
import { houseChecks } from './house-check.js';
import type { HouseRule } from './house-rule.js';

const says = '"{name}" under "{parent}" breaks a rule.';
const base = { id: 'rule', title: 'A rule', severity: 'warning', where: 'kind:mesh', says } as const;
const under = (...rules: HouseRule[]): CompiledConvention =>
  new CompiledConvention({ ...partsConvention, rules });

/** What only the rules of the house find, as `path: short`, and the scene after every fix. */
function found(rule: HouseRule, outline: string): { found: string[]; fixed: string; because: string[] } {
  const convention = under(rule);
  const scene = sceneFromOutline(outline);
  const run = new CheckRun(scene, convention, houseChecks(convention));
  run.all();
  const book = new PathBook(scene);
  const findings = [...run.findings()];
  const told = findings.map((one) => `${book.path(one.object).slice(1)}: ${one.message}`);
  for (const one of findings) {
    const edits = run.fix(one);
    if (!edits) continue;
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    run.after(edits);
  }
  return { found: told, fixed: outlineOf(scene), because: findings.map(({ because }) => because) };
}
const doors = 'root\n  a {"lod":1}\n    L_door : mesh\n    door : mesh\n  b {"lod":2}\n    c : locator';

describe('rules of the house', () => {
  const cases: [string, Partial<HouseRule>, string, string[], string?][] = [
    ['must', { must: 'name:L_*' }, doors, ['root/a/door: does not hold']],
    ['must, by a slot', { must: 'slot.side:L' }, doors, ['root/a/door: does not hold']],
    [
      'has below',
      { where: 'kind:group', has: { below: 'kind:mesh' } },
      doors,
      ['root/b: 0 below, at least 1'],
    ],
    [
      'has directly below, a count',
      { where: 'kind:group', has: { 'directly below': 'kind:mesh', count: 'exactly 2' } },
      doors,
      ['root: 0 directly below, exactly 2', 'root/b: 0 directly below, exactly 2'],
    ],
    [
      'has above',
      { where: 'kind:mesh,locator', has: { above: 'name:a' } },
      doors,
      ['root/b/c: 0 above, at least 1'],
    ],
    ['has beside', { has: { beside: 'name:L_*' } }, doors, ['root/a/L_door: 0 beside, at least 1']],
    [
      'at most',
      { where: 'name:root', has: { below: 'kind:mesh', count: 'at most 1' } },
      doors,
      ['root: 2 below, at most 1'],
    ],
    [
      'lacks',
      { where: 'kind:group', lacks: { 'directly below': 'kind:locator' } },
      doors,
      ['root/b: 1 directly below, none'],
    ],
    ['together, too many', { together: { count: 'at most 1' } }, doors, ['root/a/door: 2 found, at most 1']],
    [
      'together, none of them',
      { where: 'kind:light', together: { count: 'exactly 1' } },
      doors,
      ['root: 0 found, exactly 1'],
    ],
    [
      'together, among siblings',
      { where: 'kind:mesh,locator', together: { count: 'exactly 1', among: 'siblings' } },
      doors,
      ['root/a/door: 2 found, exactly 1'],
    ],
    [
      'together, one value',
      { where: 'has:lod', together: { attribute: 'lod' }, fix: { as: 'most' } },
      'a {"lod":1}\nb {"lod":2}\nc {"lod":2}\nd {"lod":2}',
      ['a: lod is 1, not 2'],
      'a {"lod":2}\nb {"lod":2}\nc {"lod":2}\nd {"lod":2}',
    ],
    [
      'together, a series',
      { where: 'kind:mesh', together: { series: true } },
      'step01 : mesh\nstep02 : mesh\nstep04 : mesh\nstair05 : mesh\nstep : mesh\nstep4 : mesh',
      [
        'step04: 03 is missing before it',
        'stair05: is not one of step#',
        'step: is not one of step#',
        'step4: 4 is there twice',
      ],
    ],
    [
      'a fix by a recipe',
      { must: 'name:*_geo', fix: { recipe: [{ step: 'add-text', text: '_geo', at: 'after' }] } },
      'door : mesh\nlamp_geo : mesh',
      ['door: does not hold'],
      'door_geo : mesh\nlamp_geo : mesh',
    ],
    [
      'a fix by an attribute',
      { must: 'attr.lod:0', fix: { attribute: { lod: 0 } } },
      'door : mesh {"lod":3}',
      ['door: does not hold'],
      'door : mesh {"lod":0}',
    ],
    [
      'a fix by a place',
      { where: 'kind:light', has: { above: 'name:lights' }, fix: { under: 'name:lights' } },
      'root\n  lights\n  lamp : light\n  sun : light',
      ['root/lamp: 0 above, at least 1', 'root/sun: 0 above, at least 1'],
      'root\n  lights\n    lamp : light\n    sun : light',
    ],
    ['off', { severity: 'off', must: 'name:x' }, doors, []],
  ];
  for (const [title, fields, outline, wanted, fixed] of cases)
    it(`find what they say: ${title}`, () => {
      const made = found({ ...base, ...fields }, outline);
      expect(made.found).toEqual(wanted);
      if (fixed !== undefined) expect(made.fixed).toBe(tidyOutline(fixed));
    });
  it('are put right by a layer and by a switch', () => {
    for (const fix of [{ layer: 'Lights' }, { switch: { goes: false } }] as const) {
      const convention = under({ ...base, must: 'layer:Lights or goes:no', fix });
      const scene = sceneFromOutline('door : mesh');
      const run = new CheckRun(scene, convention, houseChecks(convention));
      run.all();
      const [finding] = [...run.findings()];
      const edits = run.fix(finding!)!;
      expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
      run.after(edits);
      expect([...run.findings()]).toEqual([]);
      expect(run.fix(finding!)).toBeNull();
    }
  });
  it('say their sentence, filled', () => {
    const rule = { ...base, must: 'name:x', says: '{name} ({kind}, {slot.side}, {attr.lod}) in {parent}.' };
    expect(found(rule, 'root\n  L_door001_oak_geo : mesh {"lod":3}').because).toEqual([
      'L_door001_oak_geo (mesh, L, 3) in root.',
    ]);
    const counted = { ...base, where: 'kind:group', has: { below: 'kind:mesh', count: 'exactly 4' } };
    expect(found({ ...counted, says: '{count} of {wanted}' }, 'a\n  m : mesh').because).toEqual([
      '1 of exactly 4',
    ]);
  });
  it('are refused when they cannot be, with the rule and the place', () => {
    const wrong: [Partial<HouseRule>, string][] = [
      [{ must: 'kind:' }, 'the rule "rule": must: The filter cannot be read at character 6'],
      [{ where: '(', must: 'x' }, 'the rule "rule": where: '],
      [{ must: 'finding:blocker' }, 'what checks find cannot be asked here ("finding:")'],
      [{}, 'what it asks: one of must, has, lacks, together is wanted, and there is none'],
      [{ must: 'x', lacks: { below: 'x' } }, 'there are must, lacks'],
      [{ has: { below: 'x', above: 'x' } }, 'has: one of below, directly below, above, beside is wanted'],
      [{ has: { below: 'x', count: 'four' } }, '"four" is no count'],
      [{ lacks: { below: 'x', count: 'at most 1' } }, 'lacks has no count'],
      [{ together: {} }, 'one of count, attribute, series is wanted'],
      [{ must: 'x', says: '{nmae}' }, 'says: there is no {nmae}; the nearest is {name}'],
      [{ must: 'x', says: '{count}' }, 'there is no {count}'],
      [{ must: 'x', fix: { as: 'most' } }, 'fix.as'],
      [{ must: 'x', fix: { under: '(' } }, 'fix.under'],
      [{ must: 'x', fix: {} }, 'fix: one of recipe, switch'],
      [{ must: 'x', fix: { switch: {} } }, 'fix.switch'],
    ];
    for (const [fields, text] of wrong)
      expect(() => checksOf(under({ ...base, ...fields })))
        .withContext(text)
        .toThrowMatching((error: Error) => error.message.includes(text));
  });
});

describe('rules of the house, incremental', () => {
  const near = (['below', 'directly below', 'above', 'beside'] as const).flatMap((relation) =>
    ['kind:mesh', 'kids:>0', 'under:b', 'set:s', 'layer:Body', 'attr.lod:>0'].map((what, i): HouseRule => ({
      ...base,
      id: `near-${relation.replace(' ', '-')}-${i}`,
      where: ['-zz', 'kind:group', 'name:d*', 'depth:1'][i % 4]!,
      says: '{name} {parent} {count}',
      has: { [relation]: what, count: ['at least 1', 'exactly 1', 'at most 1'][i % 3]! },
    })),
  );
  const together: HouseRule[] = [
    { count: 'at most 2' },
    { count: 'exactly 3' },
    { count: 'exactly 1', among: 'siblings' as const },
    { attribute: 'lod' },
    { series: true as const },
  ].map((one, i) => ({
    ...base,
    id: `together-${i}`,
    where: 'kind:mesh,group',
    together: one,
    says: '{name} {parent} {count}{value}',
  }));
  const must = ['name:d*', 'side:L', 'slot.side:L', 'twin:yes', 'goes:yes', 'under:a', 'shape:door'].map(
    (one, i): HouseRule => ({ ...base, id: `must-${i}`, where: 'kind:mesh,group,joint', must: one }),
  );
  for (const [title, rules] of [
    ['near', near],
    ['together', together],
    ['must', must],
  ] as const)
    it(`equal a full run after every one of many random edits: ${title}`, () => {
      for (let seed = 1; seed <= 40; seed++) {
        const random = seededRandom(seed);
        const scene = sceneFromOutline(
          'root : control\n  body : mesh\n  door\n    door : mesh\n  b\n    d01 : mesh\n    d02 : mesh',
        );
        const convention = under(...rules);
        const begin = (of: Scene) => new CheckRun(of, convention, houseChecks(convention));
        holdIncremental(scene, random, begin, { seed });
      }
    });
  it('ask few objects again, not all', () => {
    const lines = Array.from({ length: 2000 }, (_, i) => `  part${i}\n    m${i} : mesh`);
    const scene = sceneFromOutline(`root\n${lines.join('\n')}`);
    const convention = under(...near.filter(({ has }) => 'beside' in has! === false).slice(0, 2));
    const run = new CheckRun(scene, convention, houseChecks(convention));
    run.all();
    const [object] = scene.withName('m7');
    const edits = [{ kind: 'rename' as const, object: object!, from: 'm7', to: 'other' }];
    applyChange(scene, { label: '', edits });
    expect(run.after(edits).size).toBeLessThan(5);
  });
});
