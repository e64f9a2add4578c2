import type { HouseRule } from '@renquil/core/checks';
import { fieldsOf, freeRuleId, ruleOf, sayDemand } from './rule-fields';

const base = { id: 'a', title: 'A', severity: 'note', where: 'kind:mesh', says: '{name}' } as const;
const rules: readonly (readonly [HouseRule, string])[] = [
  [{ ...base, must: 'name:L_*' }, 'must be found by name:L_*'],
  [{ ...base, has: { below: 'x' }, otherwise: 'It breaks.' }, 'has at least 1 below: x'],
  [{ ...base, has: { beside: 'x', count: 'exactly 4' } }, 'has exactly 4 beside: x'],
  [{ ...base, lacks: { 'directly below': 'x' }, fix: { layer: 'Lights' } }, 'has none directly below: x'],
  [{ ...base, together: { count: 'at most 3' }, fix: { switch: { goes: false } } }, 'at most 3 in the scene'],
  [
    { ...base, together: { attribute: 'lod', among: 'siblings' }, fix: { as: 'most' } },
    'one value of lod among siblings',
  ],
  [
    { ...base, together: { series: true }, fix: { recipe: [{ step: 'swap-sides' }] } },
    'names are one series in the scene',
  ],
  [{ ...base, must: 'x', fix: { attribute: { lod: 0, kept: true, by: 'A B' } } }, 'must be found by x'],
  [{ ...base, must: 'x', fix: { under: 'name:lights' } }, 'must be found by x'],
];

describe('the fields of a rule', () => {
  for (const [rule, said] of rules)
    it(`give the rule back: ${said}`, () => {
      expect(ruleOf(fieldsOf(rule), rule)).toEqual(rule);
      expect(sayDemand(rule)).toBe(said);
    });
  it('leave out what does not belong to what is asked', () => {
    const fields = { ...fieldsOf(rules[2]![0]), ask: 'lacks' as const, fix: 'as' as const };
    expect(ruleOf(fields, { id: 'a' })).toEqual({ ...base, lacks: { beside: 'x' } });
  });
  it('make ids that are free', () => {
    expect(freeRuleId('One Sun, at most!', [])).toBe('one-sun-at-most');
    expect(freeRuleId('One sun at most', [{ id: 'one-sun-at-most' }])).toBe('one-sun-at-most-2');
    expect(freeRuleId('４ — ', [])).toBe('rule');
  });
});
