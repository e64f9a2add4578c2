import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { applyChange, editRegistry } from '@renquil/core/edits';
import { partsConvention, shippedConventions } from '@renquil/core/names';
import { stepRegistry } from '@renquil/core/names/recipe';
import { newGroup } from '@renquil/core/scene';
import { randomEdit, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import { parseConvention } from './convention.js';
import { conventionJsonSchema } from './convention-json-schema.js';
import { editSchemas, editsSchema } from './edits.js';
import { parseRecipe } from './recipe.js';

/** Lists within lists. */
const nested = (levels: number): unknown => {
  let made: unknown = 1;
  for (let i = 0; i < levels; i++) made = [made];
  return made;
};

describe('the schema of edits', () => {
  it('knows exactly the kinds that core knows', () =>
    expect(Object.keys(editSchemas).sort()).toEqual(Object.keys(editRegistry).sort()));
  it('takes every edit that core makes', () => {
    const scene = sceneFromOutline('a\n  b : mesh\nc : control');
    const random = seededRandom(7);
    for (let i = 0; i < 300; i++) {
      const edits = randomEdit(scene, random);
      if (edits.length) expect(editsSchema.validate(JSON.parse(JSON.stringify(edits))).error).toBeUndefined();
      applyChange(scene, { label: '', edits });
    }
  });
  it('refuses a member called as JavaScript has it: what is not there when it is taken back', () => {
    const data = { ...newGroup(9, 'b'), attributes: JSON.parse('{"__proto__":1}') as never };
    const branch = JSON.stringify({ data, children: [] });
    const insert = (text: string) => [
      { kind: 'insert', parent: 1, index: 0, branch: JSON.parse(text) as object },
    ];
    expect(editsSchema.validate(insert(branch)).error).toBeUndefined();
    const strange = insert(branch.replace('"children"', '"__proto__":null,"children"'));
    expect(String(editsSchema.validate(strange).error)).toContain('"__proto__" is not allowed');
  });
  it("takes attributes of any name: they are people's own", () => {
    const value = JSON.parse('{"__proto__":1,"constructor":{"__proto__":2}}') as object;
    const edit = { kind: 'attribute', object: 1, key: '__proto__', from: null, to: value };
    expect(editsSchema.validate([edit]).error).toBeUndefined();
  });
  for (const [what, edit, says] of [
    ['an unknown kind', { kind: 'explode' }, /"\[0\]\.kind" must be one of/],
    ['a lone surrogate', { kind: 'rename', object: 1, from: 'a', to: '\ud800' }, /surrogate/],
    ['an object that is no id', { kind: 'rename', object: -1, from: 'a', to: 'b' }, /object/],
    ['a name beyond all', { kind: 'rename', object: 1, from: 'a', to: 'x'.repeat(65_537) }, /65536/],
    [
      'a place without a transform',
      { kind: 'move', object: 1, from: { parent: null, index: 0 }, to: { parent: null, index: 0 } },
      /local/,
    ],
    [
      'an attribute of 5,000 levels',
      { kind: 'attribute', object: 1, key: 'a', to: nested(5000) },
      /64 levels/,
    ],
    ['members it does not know', { kind: 'rename', object: 1, from: 'a', to: 'b', more: 1 }, /more/],
  ] as const) {
    it(`refuses ${what}`, () => expect(editsSchema.validate([edit]).error?.message).toMatch(says));
  }
});

describe('a name that came in longer than anybody writes', () => {
  it('can be changed, to another long one too', () => {
    const long = 'x'.repeat(5000);
    const edit = { kind: 'rename', object: 1, from: long, to: `${long}y` };
    expect(editsSchema.validate([edit]).error).toBeUndefined();
  });
});

describe('the schema of recipes', () => {
  const recipe = (...steps: object[]) => ({ renquil: 'recipe/1', name: 'r', steps });
  it('knows a step for every step of core', () => {
    const made: Record<string, object> = {
      'add-text': { step: 'add-text', text: 'x', at: 'place', position: -1 },
      'change-case': { step: 'change-case', to: 'camel' },
      'cut-text': { step: 'cut-text', what: 'range', from: 1, count: 2 },
      'from-list': { step: 'from-list', how: 'pairs', rows: [['a', 'b']] },
      'from-template': { step: 'from-template', template: '{what}{n:3}' },
      number: { step: 'number', start: 1, by: 1, digits: 3, order: 'tree', restart: 'base', at: 'end' },
      'plain-letters': { step: 'plain-letters', join: '' },
      'set-side': { step: 'set-side', side: true, place: false, slack: 0.01, middle: 'word' },
      'set-slot': { step: 'set-slot', slot: 'side', to: '' },
      'swap-sides': { step: 'swap-sides' },
      'swap-words': { step: 'swap-words', find: 'a', put: 'b', how: 'plain' },
      'take-apart': { step: 'take-apart', humps: true, digits: false },
    };
    expect(Object.keys(made)).toEqual(Object.keys(stepRegistry));
    expect(parseRecipe(recipe(...Object.values(made))).steps).toHaveSize(Object.keys(made).length);
  });
  it('says which step is wrong', () => {
    const good = { step: 'add-text', text: 'x', at: 'before' };
    expect(() => parseRecipe(recipe(good, { step: 'number' }))).toThrowError(/step 2: .*start/);
    expect(() => parseRecipe(recipe(good, good, { step: 'bake' }))).toThrowError(
      /step 3: there is no step "bake"/,
    );
    expect(() => parseRecipe(null)).toThrowError(/recipe/);
  });
});

describe('the schema of conventions', () => {
  const ajv = new Ajv2020({ strict: true, allErrors: true });
  const published = ajv.compile(conventionJsonSchema);
  for (const [id, convention] of Object.entries(shippedConventions)) {
    it(`takes the shipped ${id}, and so does the published JSON Schema`, () => {
      const copy: unknown = JSON.parse(JSON.stringify(convention));
      expect(parseConvention(copy)).toEqual(convention);
      expect(published(copy)).withContext(JSON.stringify(published.errors)).toBeTrue();
    });
  }
  const rule = { id: 'a', title: 'A', severity: 'note', where: 'kind:group', says: 'It is {name}.' };
  const more = {
    ...partsConvention,
    slack: 0.01,
    special: [{ title: 'Lamps', where: 'kind:light or lamp*', pattern: [{ slot: 'what' }] }],
    others: { material: [{ slot: 'surface' }] },
    checks: { 'too-long': { severity: 'off', parameters: { most: 40 } } },
    templates: { boat: { branches: [{ name: '*hull_grp', optional: true }] } },
    rules: [
      {
        ...rule,
        has: { 'directly below': 'kind:mesh', count: 'exactly 4' },
        otherwise: 'The rig has nothing to turn.',
        fix: { recipe: [{ step: 'swap-sides' }] },
      },
      { ...rule, id: 'b', together: { attribute: 'lod', among: 'siblings' }, fix: { as: 'most' } },
      { ...rule, id: 'c', must: 'layer:x', severity: 'off', fix: { attribute: { lod: [1, null] } } },
    ],
  };
  it('takes all that a convention may hold', () => {
    expect(() => parseConvention(more)).not.toThrow();
    expect(published(more)).withContext(JSON.stringify(published.errors)).toBeTrue();
  });
  const bad: [string, object, RegExp][] = [
    ['another format', { renquil: 'convention/2' }, /renquil/],
    ['no name', { name: '' }, /name/],
    ['a separator of four signs', { separator: '____' }, /separator/],
    ['a facing that is none', { facing: '+Y' }, /facing/],
    ['a slot with a name of signs', { slots: { 'a b': {} } }, /a b/],
    ['a case that is none', { slots: { ...partsConvention.slots, what: { case: 'snake' } } }, /what.*case/],
    ['an empty pattern', { patterns: { mesh: [] } }, /patterns.mesh/],
    ['a pattern of no kind', { patterns: { lamp: [{ slot: 'what' }] } }, /lamp/],
    ['a severity that is none', { checks: { unnamed: { severity: 'fatal' } } }, /severity/],
    ['a negative slack', { slack: -1 }, /slack/],
    ['members it does not know', { colour: 1 }, /colour/],
    ['a rule with no demand', { rules: [rule] }, /must, has, lacks, together/],
    ['a rule of another count', { rules: [{ ...rule, has: { above: 'x', count: '4' } }] }, /has.count/],
    ['a rule with two fixes', { rules: [{ ...rule, must: 'x', fix: { layer: 'x', as: 'most' } }] }, /fix/],
    ['a rule with an id of signs', { rules: [{ ...rule, id: 'A b', must: 'x' }] }, /id/],
    [
      'a rule that finds near it in two ways',
      { rules: [{ ...rule, lacks: { above: 'x', below: 'y' } }] },
      /lacks/,
    ],
  ];
  for (const [what, fields, says] of bad) {
    it(`refuses ${what}, naming the place; the JSON Schema too`, () => {
      expect(() => parseConvention({ ...partsConvention, ...fields })).toThrowError(says);
      expect(published({ ...partsConvention, ...fields })).toBeFalse();
    });
  }
  const crossed: [string, object, RegExp][] = [
    ['a slot that is not there', { patterns: { mesh: [{ slot: 'colour' }] } }, /"mesh" uses a slot "colour"/],
    [
      'a word that its slot does not list',
      { patterns: { mesh: [{ slot: 'type', only: ['xyz'] }] } },
      /"xyz", which is no word/,
    ],
    ['one slot twice', { patterns: { mesh: [{ slot: 'what' }, { slot: 'what' }] } }, /"what" twice/],
    [
      'one word twice',
      { slots: { ...partsConvention.slots, side: { words: [{ word: 'L' }, { word: 'L' }] } } },
      /lists "L" twice/,
    ],
    [
      'a query that cannot be read',
      { special: [{ title: 'x', where: 'kind:(', pattern: [{ slot: 'what' }] }] },
      /filter cannot be read/,
    ],
  ];
  crossed.push(
    ['one rule twice', { rules: [1, 2].map(() => ({ ...rule, must: 'x' })) }, /the rule "a" is there twice/],
    ['a rule whose filter cannot be read', { rules: [{ ...rule, must: '(' }] }, /the rule "a": must: /],
    [
      'a rule whose recipe is none',
      { rules: [{ ...rule, must: 'x', fix: { recipe: [{ step: 'x' }] } }] },
      /step 1: there is no step "x"/,
    ],
  );
  for (const [what, fields, says] of crossed)
    it(`refuses ${what}`, () =>
      expect(() => parseConvention({ ...partsConvention, ...fields })).toThrowError(says));
  it('is the one in docs/schemas', () => {
    const docs = readFileSync(
      new URL('../../../../docs/schemas/convention.schema.json', import.meta.url),
      'utf8',
    );
    expect(JSON.parse(docs)).toEqual(JSON.parse(JSON.stringify(conventionJsonSchema)));
  });
});
