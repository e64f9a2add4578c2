import { sceneFromOutline } from '../../testing/index.js';
import type { NumberStep } from './number.js';
import type { ClashPolicy, RecipeStep } from './step.js';
import { runRecipe } from './run-recipe.js';

const scene = sceneFromOutline(`
  pulleys
    pulley1 : mesh @3,0,0
    pulley1_dup : mesh @1,0,0
    Pulley_RF2 : mesh @2,0,0
  sheave001 : mesh
`);
const run = (ids: number[], steps: RecipeStep[], policy?: ClashPolicy) =>
  runRecipe(scene, ids, steps, { policy });
const after = (ids: number[], steps: RecipeStep[], policy?: ClashPolicy) => [
  ...run(ids, steps, policy).names.values(),
];
const number = (over: Partial<NumberStep> = {}): NumberStep => ({
  step: 'number',
  start: 1,
  by: 1,
  digits: 3,
  order: 'tree',
  restart: 'never',
  at: 'end',
  ...over,
});

describe('recipe steps', () => {
  it('swap plain words, whole words, any case', () => {
    expect(after([2, 3, 4], [{ step: 'swap-words', how: 'plain', find: 'pulley', put: 'sheave' }])).toEqual([
      'sheave1',
      'sheave1_dup',
    ]);
    const anyCase: RecipeStep = {
      step: 'swap-words',
      how: 'plain',
      find: 'pulley',
      put: 'roll',
      anyCase: true,
    };
    expect(after([4], [anyCase])).toEqual(['roll_RF2']);
    expect(
      after([1, 2], [{ step: 'swap-words', how: 'plain', find: 'pulley', put: 'x', wholeWord: true }]),
    ).toEqual(['x1']);
    expect(after([2], [{ step: 'swap-words', how: 'plain', find: 'pulley', put: '$&' }])).toEqual(['$&1']);
  });
  it('swap by wildcard, word by word', () => {
    expect(after([2, 3, 4], [{ step: 'swap-words', how: 'wildcard', find: 'pul*', put: 'sheave' }])).toEqual([
      'sheave',
      'sheave_dup',
    ]);
  });
  it('swap by expression with groups', () => {
    const step: RecipeStep = {
      step: 'swap-words',
      how: 'regex',
      find: '^(\\w)ulley_([RL])F(\\d)$',
      put: '$2_$1$3',
    };
    expect(after([4], [step])).toEqual(['R_P2']);
  });
  it('say what is wrong with an expression', () => {
    const bad =
      (find: string, put = '') =>
      () =>
        run([2], [{ step: 'swap-words', how: 'regex', find, put }]);
    expect(bad('(')).toThrowError(/expression "\(" cannot be read/);
    expect(bad('a(?=b)')).toThrowError(/cannot be read/);
    expect(bad('a', '$1')).toThrowError(/group 1, but the expression has 0/);
  });
  it('cannot be hung by an expression', () => {
    const hostile = sceneFromOutline(`${'a'.repeat(300)}! : mesh`);
    const start = performance.now();
    runRecipe(hostile, [1], [{ step: 'swap-words', how: 'regex', find: '^(a+)+$', put: '' }]);
    expect(performance.now() - start).toBeLessThan(2_000);
  });
  it('number in tree order, in place of the old number', () => {
    expect(after([2, 4], [number()])).toEqual(['pulley001', 'Pulley_RF002']);
    expect(after([2, 4], [number({ glue: '_', start: 10, by: 5, digits: 2 })])).toEqual([
      'pulley_10',
      'Pulley_RF_15',
    ]);
  });
  it('number along an axis, per base, after a word', () => {
    expect(after([2, 3, 4], [number({ order: 'x' })])).toEqual([
      'pulley003',
      'pulley1_dup001',
      'Pulley_RF002',
    ]);
    expect(after([2, 4], [number({ restart: 'base' })])).toEqual(['pulley001', 'Pulley_RF001']);
    expect(after([3], [number({ at: 'after-word', word: 'pulley' })])).toEqual(['pulley001_dup']);
    expect(after([3], [number({ at: 'last-number', start: 7 })])).toEqual(['pulley007_dup']);
  });
  it('add text before and after, once', () => {
    expect(
      after(
        [2],
        [
          { step: 'add-text', at: 'before', text: 'L_' },
          { step: 'add-text', at: 'after', text: '_geo' },
        ],
      ),
    ).toEqual(['L_pulley1_geo']);
    expect(after([2], [{ step: 'add-text', at: 'before', text: 'pul', once: true }])).toEqual([]);
  });
  it('obey their query and their switch, and count what they changed', () => {
    const steps: RecipeStep[] = [
      { step: 'add-text', at: 'before', text: 'a_', where: 'pulley*' },
      { step: 'add-text', at: 'before', text: 'b_', off: true },
    ];
    const preview = run([1, 2, 5], steps);
    expect(preview.changedBy).toEqual([2, 0]);
    expect(preview.unchanged).toBe(1);
  });
});

describe('clashes', () => {
  const steps: RecipeStep[] = [{ step: 'swap-words', how: 'regex', find: '^pulley1.*', put: 'sheave001' }];
  it('are numbered on past every taken name', () => {
    const preview = run([2, 3], steps, 'number-on');
    expect([...preview.names.values()]).toEqual(['sheave002', 'sheave003']);
    expect(preview.clashes.map((c) => [c.object, c.wanted, c.with, c.way])).toEqual([
      [2, 'sheave001', 5, 'number-on'],
      [3, 'sheave001', 5, 'number-on'],
    ]);
  });
  it('are skipped, or stop the list', () => {
    expect(after([2, 3], steps, 'skip')).toEqual([]);
    expect(run([2, 3], steps, 'stop').clashes.map((c) => c.way)).toEqual([null, null]);
  });
  it('are none when the owner gives the name up in the same list', () => {
    const swap = sceneFromOutline('a : mesh\nb : mesh');
    const rot: RecipeStep[] = [
      { step: 'swap-words', how: 'regex', find: '^a$', put: 'tmp' },
      { step: 'swap-words', how: 'regex', find: '^b$', put: 'a' },
      { step: 'swap-words', how: 'regex', find: '^tmp$', put: 'b' },
    ];
    const preview = runRecipe(swap, [1, 2], rot);
    expect([...preview.names]).toEqual([
      [1, 'b'],
      [2, 'a'],
    ]);
    expect(preview.clashes).toEqual([]);
  });
  it('skip also those who counted on a name that is not given up', () => {
    const chain = sceneFromOutline('x1 : mesh\nx2 : mesh\nx3 : mesh');
    const up: RecipeStep[] = [{ ...number(), start: 2 }].map((s) => ({ ...s, digits: 1 }));
    const preview = runRecipe(chain, [1, 2], up, { policy: 'skip' });
    expect([...preview.names]).toEqual([]);
    expect(preview.clashes.length).toBe(2);
  });
});

describe('what a recipe may make of names', () => {
  it('has an end: a step that doubles them is told', () => {
    const steps: RecipeStep[] = Array.from({ length: 40 }, () => ({
      step: 'swap-words',
      how: 'regex',
      find: '^(.*)$',
      put: '$1$1',
    }));
    expect(() => run([2], steps)).toThrowError(
      /"swap-words" makes a name of \d+ characters; 65536 are the most/,
    );
  });
  it('with numbers of twenty digits is counted on as they stand', () => {
    const scene = sceneFromOutline('a99999999999999999999 : mesh\na99999999999999999998 : mesh');
    const steps: RecipeStep[] = [number({ keep: 'count-on' })];
    for (const name of runRecipe(scene, [1, 2], steps).names.values()) expect(name).toMatch(/^a\d{3}$/);
  });
});
