import * as changeCase from 'change-case';
import { applyChange } from '../../edits/change.js';
import { planRename } from '../../plans/plan-rename.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import type { SlotRule } from '../slots/convention.js';
import { toCase, type CaseForm } from './change-case.js';
import { toLetters } from './number.js';
import { toPlainLetters } from './plain-letters.js';
import { runRecipe } from './run-recipe.js';
import type { RecipeStep } from './step.js';

/** What one step makes of names, given as an outline of roots. */
const after = (outline: string, step: RecipeStep): string[] => {
  const scene = sceneFromOutline(outline);
  const { names } = runRecipe(
    scene,
    [...scene.walk()].map((object) => object.id),
    [step],
    { policy: 'skip' },
  );
  applyChange(scene, { label: '', edits: planRename(scene, names) });
  return [...scene.walk()].map((object) => object.name);
};
const one = (name: string, step: RecipeStep, kind = 'mesh'): string => after(`${name} : ${kind}`, step)[0]!;

describe('the steps of a recipe', () => {
  it('take apart: separators, and humps and digits when asked', () => {
    const step = { step: 'take-apart', humps: true, digits: false } as const;
    expect(one('leftDoor-panel 12', step)).toBe('left_Door_panel_12');
    expect(one('door001.steel', step)).toBe('door001_steel');
    expect(one('door001', { ...step, digits: true, join: '.' })).toBe('door.001');
    expect(one('leftDoor', { ...step, humps: false })).toBe('leftDoor');
    expect(one('___', step)).toBe('___');
  });
  it('set one slot, the others as they read', () => {
    const set = (slot: string, to: string): RecipeStep => ({ step: 'set-slot', slot, to });
    expect(one('L_door001_steel_geo', set('side', 'R'))).toBe('R_door001_steel_geo');
    expect(one('L_door001_steel_geo', set('side', ''))).toBe('door001_steel_geo');
    expect(one('door left', set('surface', 'oak'))).toBe('L_door_oak_geo');
    expect(one('door left', set('side', ''))).toBe('door');
    expect(one('group3', set('what', 'rack'), 'group')).toBe('rack_grp');
    expect(one('lamps', set('surface', 'oak'), 'group')).toBe('lamps');
    expect(one('windowBack', set('surface', 'glass'))).toBe('B_window_glass_geo');
    expect(() => one('a', set('colour', 'x'))).toThrowError(/no slot "colour"/);
  });
  it('set side and place from where things sit', () => {
    const step: RecipeStep = { step: 'set-side', side: true, place: true, middle: 'nothing' };
    expect(after('door001_steel_geo : mesh @3,0,4\nR_lid001_steel_geo : mesh @0,0,-5', step)).toEqual([
      'L_F_door001_steel_geo',
      'B_lid001_steel_geo',
    ]);
    expect(one('lid001_steel_geo', { ...step, place: false, middle: 'word' })).toBe('C_lid001_steel_geo');
    expect(one('L_lid001_steel_geo', { ...step, place: false, middle: 'keep' })).toBe('L_lid001_steel_geo');
  });
  it('swap sides', () => {
    expect(one('L_door001_steel_geo', { step: 'swap-sides' })).toBe('R_door001_steel_geo');
  });
  it('cut characters, counted as people see them', () => {
    const cut = (name: string, what: never, more = {}) => one(name, { step: 'cut-text', what, ...more });
    expect(cut('𐍈door', 'first' as never, { count: 1 })).toBe('door');
    expect(cut('door99', 'last' as never, { count: 2 })).toBe('door');
    expect(cut('doXXor', 'range' as never, { from: 3, count: 2 })).toBe('door');
    expect(cut('door_12', 'end-digits' as never)).toBe('door');
    expect(cut('d1o2or', 'digits' as never)).toBe('door');
    expect(cut('12a3', 'letters' as never)).toBe('123');
    expect(cut('do-or!', 'signs' as never)).toBe('door');
    expect(cut('do or', 'spaces' as never)).toBe('door');
    expect(cut('ab', 'last' as never, { count: 9 })).toBe('');
  });
  it('plain letters: other scripts written in ours, signs to the separator, no digit first', () => {
    expect(
      ['Türgriff ', 'дверь-2', '2nd door', 'a  b', 'it’s', 'été_1', '門'].map((name) => toPlainLetters(name)),
    ).toEqual(['Turgriff', 'dver_2', 'n2nd_door', 'a_b', 'its', 'ete_1', 'Men']);
    for (const name of ['Türgriff', '  x ', '9', '-', 'a/b:c']) {
      const plain = toPlainLetters(name);
      // OpenUSD identifiers: a letter or underscore, then letters, digits and underscores.
      if (plain) expect(plain).toMatch(/^[A-Za-z_][A-Za-z0-9_]*$/);
      expect(toPlainLetters(plain)).toBe(plain);
    }
  });
  it('from a template, with counts, parents and slots', () => {
    const step: RecipeStep = { step: 'from-template', template: '{parent}_{what}{n:3}_{kind}' };
    expect(after('body\n  Left Door : mesh', { ...step, where: 'kind:mesh' })).toEqual([
      'body',
      'body_door001_mesh',
    ]);
    expect(one('x', { step: 'from-template', template: '{{{name}}}' })).toBe('{x}');
    expect(() => one('x', { step: 'from-template', template: '{colour}' })).toThrowError(
      /no field "{colour}"; fields are name, n/,
    );
    expect(() => one('x', { step: 'from-template', template: 'a{b' })).toThrowError(
      /lone "{" at character 2/,
    );
  });
  it('from a list, in pairs or in tree order', () => {
    expect(after('a : mesh\nb : mesh', { step: 'from-list', how: 'pairs', rows: [['a', 'c']] })).toEqual([
      'c',
      'b',
    ]);
    expect(after('a : mesh\nb : mesh', { step: 'from-list', how: 'order', rows: [['x'], ['y']] })).toEqual([
      'x',
      'y',
    ]);
    expect(() => after('a : mesh', { step: 'from-list', how: 'order', rows: [['x'], ['y']] })).toThrowError(
      /2 names for 1 objects/,
    );
    expect(() => after('a : mesh', { step: 'from-list', how: 'pairs', rows: [['x']] })).toThrowError(
      /line 1 of the list/,
    );
    expect(() =>
      after('a : mesh', {
        step: 'from-list',
        how: 'pairs',
        rows: [
          ['a', 'b'],
          ['a', 'c'],
        ],
      }),
    ).toThrowError(/line 2/);
  });
  it('add text at a place, from either end', () => {
    const add = (position: number): RecipeStep => ({ step: 'add-text', at: 'place', text: '-', position });
    expect([1, 3, -1, -2, 99].map((position) => one('door', add(position)))).toEqual([
      '-door',
      'do-or',
      'door-',
      'doo-r',
      'door-',
    ]);
  });
});

describe('case forms', () => {
  const forms: Readonly<Record<string, [CaseForm, (name: string) => string]>> = {
    camel: ['camel', changeCase.camelCase],
    pascal: ['pascal', changeCase.pascalCase],
    snake: ['snake', changeCase.snakeCase],
    constant: ['constant', changeCase.constantCase],
    kebab: ['kebab', changeCase.kebabCase],
    dot: ['dot', changeCase.dotCase],
    title: ['title', changeCase.capitalCase],
  };
  for (const [title, [form, theirs]] of Object.entries(forms)) {
    it(`${title} is what the change-case package makes of names of words and humps`, () => {
      for (const name of [
        'left door',
        'leftDoor',
        'Left_Door-panel',
        'HTTPPort',
        'roof',
        'a_b_c',
        'Side.View',
      ])
        expect(toCase(name, form)).withContext(name).toBe(theirs(name));
    });
  }
  it('keep the digits that touch a word with it', () =>
    expect(toCase('door001 left', 'camel')).toBe('door001Left'));
  it('lower and upper change letters only', () => {
    expect([toCase('Left_Door 2', 'lower'), toCase('Left_Door 2', 'upper')]).toEqual([
      'left_door 2',
      'LEFT_DOOR 2',
    ]);
  });
});

describe('numbering', () => {
  const base = {
    step: 'number',
    start: 1,
    by: 1,
    digits: 2,
    order: 'tree',
    restart: 'never',
    at: 'end',
  } as const;
  const ring = 'a : mesh @5,0,0\nb : mesh @0,0,5\nc : mesh @-5,0,0\nd : mesh @0,0,-5';
  it('goes around an axis, by distance and by size', () => {
    // About Y, from +Z over +X: the right-hand rule.
    expect(after(ring, { ...base, order: 'around-y' })).toEqual(['a02', 'b01', 'c04', 'd03']);
    expect(after('a : mesh @9,0,0\nb : mesh @1,0,0', { ...base, order: 'distance' })).toEqual(['a02', 'b01']);
    expect(after('a : mesh ~3,3,3\nb : mesh', { ...base, order: 'size' })).toEqual(['a02', 'b01']);
    expect(after('a : mesh\nb : mesh', { ...base, down: true })).toEqual(['a02', 'b01']);
    expect(after('a9 : mesh\na10 : mesh\na : mesh', { ...base, order: 'old-number' })).toEqual([
      'a01',
      'a02',
      'a03',
    ]);
  });
  it('begins again at a slot, and stands in the number slot', () => {
    const step: RecipeStep = { ...base, digits: 3, restart: 'slot', slot: 'side', at: 'slot' };
    expect(after('L_arm_steel_geo : mesh\nL_leg_steel_geo : mesh\nR_arm007_steel_geo : mesh', step)).toEqual([
      'L_arm001_steel_geo',
      'L_leg002_steel_geo',
      'R_arm001_steel_geo',
    ]);
    expect(() => after('a : mesh', { ...step, slot: 'x' })).toThrowError(/no slot "x"/);
  });
  it('has numbers in their slot as the convention writes them', () => {
    const step: RecipeStep = { ...base, restart: 'never', at: 'slot' };
    const number = (rule: SlotRule) =>
      new CompiledConvention({
        renquil: 'convention/1',
        name: 'n',
        separator: '_',
        slots: { what: { case: 'lower' }, number: rule },
        patterns: { mesh: [{ slot: 'what' }, { slot: 'number', optional: true }] },
        helpers: { prefixes: [] },
      });
    const made = (rule: SlotRule) => {
      const scene = sceneFromOutline('jar : mesh\nlid : mesh');
      return [
        ...runRecipe(scene, [1, 2], [step], { policy: 'skip', convention: number(rule) }).names.values(),
      ];
    };
    expect(made({ role: 'number', letters: 'lower' })).toEqual(['jar_a', 'lid_b']);
    expect(made({ role: 'number', digits: 3, prefix: 'n' })).toEqual(['jar_n001', 'lid_n002']);
  });
  it('keeps the numbers that are there, filling gaps or counting on', () => {
    const row = 'a01 : mesh\na03 : mesh\na : mesh\nab : mesh';
    expect(after(row, { ...base, keep: 'fill-gaps' })).toEqual(['a01', 'a03', 'a02', 'ab04']);
    expect(after(row, { ...base, keep: 'count-on' })).toEqual(['a01', 'a03', 'a04', 'ab05']);
  });
  it('writes letters', () => {
    expect([1, 26, 27, 52, 703].map(toLetters)).toEqual(['a', 'z', 'aa', 'az', 'aaa']);
    expect(after('x_ : mesh\ny_ : mesh', { ...base, letters: true })).toEqual(['x_a', 'y_b']);
    expect(() => after('x : mesh', { ...base, letters: true, start: 0 })).toThrowError(/start at 1/);
  });
});
