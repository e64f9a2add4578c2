import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from './compiled-convention.js';
import type { Convention } from './convention.js';
import { conventionDifferences, sayPattern } from './convention-differences.js';
import { partsConvention } from './parts.js';
import { tryConvention } from './try-convention.js';

const change = (fields: Partial<Convention>): Convention => ({ ...partsConvention, ...fields });
const slot = (name: string, rule: Convention['slots'][string]) => ({
  slots: { ...partsConvention.slots, [name]: rule },
});

describe('differences between conventions', () => {
  const cases: [string, Partial<Convention>, string[]][] = [
    ['nothing', {}, []],
    ['a separator', { separator: '-' }, ['separator: "_" → "-"']],
    ['digits', slot('number', { digits: 2, start: 1 }), ['number: 3 digits → 2 digits']],
    [
      'a word',
      slot('surface', { words: [...partsConvention.slots['surface']!.words!, { word: 'felt' }] }),
      ['surface: new word felt'],
    ],
    ['a prefix', { helpers: { prefixes: ['cut_'] } }, ['helpers: no prefix ref_ any more']],
    ['a severity', { checks: { 'too-long': { severity: 'off' } } }, ['check too-long: as shipped → off']],
    [
      'a pattern',
      {
        patterns: {
          ...partsConvention.patterns,
          control: [{ slot: 'what' }, { slot: 'type', only: ['ctrl'] }],
        },
      },
      ['control: no side any more'],
    ],
    ['a pattern of layers', { others: { layer: [{ slot: 'what' }] } }, ['layers: new pattern what']],
  ];
  for (const [title, fields, lines] of cases)
    it(`say ${title}`, () => expect(conventionDifferences(partsConvention, change(fields))).toEqual(lines));
  it('read a pattern as people do', () => {
    expect(sayPattern(partsConvention.patterns.mesh!)).toBe(
      'side (or none), place (or none), what with number joined on, surface, type',
    );
  });
});

describe('trying a convention on', () => {
  const scene = sceneFromOutline(
    'lamps_grp\n  L_lamp01_glass_geo : mesh\n  L_lamp002_glass_geo : mesh\n  odd : camera',
  );
  it('counts what fits before and after, and names what is lost and won', () => {
    const after = new CompiledConvention(change(slot('number', { digits: 2, start: 1 })));
    const tried = tryConvention(scene, new CompiledConvention(partsConvention), after);
    expect([tried.names, tried.fitBefore, tried.fitAfter]).toEqual([4, 2, 2]);
    expect(tried.won.map((one) => one.name)).toEqual(['L_lamp01_glass_geo']);
    expect(tried.lost.map((one) => one.misfit!.wanted)).toEqual(['02']);
  });
});

describe('special patterns', () => {
  const convention = new CompiledConvention(
    change({
      special: [
        { title: 'Lamps', where: 'lamp*', pattern: [{ slot: 'what' }, { slot: 'number', glued: true }] },
      ],
    }),
  );
  it('hold for what their query finds, before the pattern of its kind', () => {
    const scene = sceneFromOutline('lamp001 : mesh\ndoor001 : mesh');
    expect([convention.keyOf(scene, scene.get(1)), convention.keyOf(scene, scene.get(2))]).toEqual([
      'special 0',
      'mesh',
    ]);
  });
  it('with a query that cannot be read are refused', () => {
    expect(
      () => new CompiledConvention(change({ special: [{ title: '', where: 'kind:(', pattern: [] }] })),
    ).toThrowError();
  });
});
