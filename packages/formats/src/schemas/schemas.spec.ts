import { applyChange, editRegistry, partsConvention, stepRegistry } from '@renquil/core';
import { randomEdit, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import { parseConvention } from './convention.js';
import { editSchemas, editsSchema } from './edits.js';
import { parseRecipe } from './recipe.js';

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
  for (const [what, edit, says] of [
    ['an unknown kind', { kind: 'explode' }, /"\[0\]\.kind" must be one of/],
    ['a lone surrogate', { kind: 'rename', object: 1, from: 'a', to: '\ud800' }, /surrogate/],
    ['an object that is no id', { kind: 'rename', object: -1, from: 'a', to: 'b' }, /object/],
    ['a name of 1,001 characters', { kind: 'rename', object: 1, from: 'a', to: 'x'.repeat(1001) }, /1000/],
    [
      'a place without a transform',
      { kind: 'move', object: 1, from: { parent: null, index: 0 }, to: { parent: null, index: 0 } },
      /local/,
    ],
    ['members it does not know', { kind: 'rename', object: 1, from: 'a', to: 'b', more: 1 }, /more/],
  ] as const) {
    it(`refuses ${what}`, () => expect(editsSchema.validate([edit]).error?.message).toMatch(says));
  }
});

describe('the schema of recipes', () => {
  const recipe = (...steps: object[]) => ({ renquil: 'recipe/1', name: 'r', steps });
  it('knows a step for every step of core', () => {
    const made: Record<string, object> = {
      'add-text': { step: 'add-text', text: 'x', at: 'before' },
      number: { step: 'number', start: 1, by: 1, digits: 3, order: 'tree', restart: 'base', at: 'end' },
      'swap-words': { step: 'swap-words', find: 'a', put: 'b', how: 'plain' },
    };
    expect(Object.keys(made)).toEqual(Object.keys(stepRegistry));
    expect(parseRecipe(recipe(...Object.values(made))).steps).toHaveSize(3);
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
  it('takes the built-in one', () =>
    expect(parseConvention(JSON.parse(JSON.stringify(partsConvention)))).toEqual(partsConvention));
  it('refuses a pattern with a slot that is not there', () => {
    const broken = { ...partsConvention, patterns: { mesh: [{ slot: 'colour' }] } };
    expect(() => parseConvention(broken)).toThrowError(/"mesh" uses a slot "colour"/);
  });
});
