import { conventionDifferences, partsConvention } from '@renquil/core/names';
import {
  patternAt,
  readWord,
  sayWord,
  withCheck,
  withoutSlot,
  withPart,
  withPattern,
  withSlotMoved,
  withWordChanged,
  withWords,
} from './convention-edits';

const mesh = { group: 'patterns', key: 'mesh' } as const;
const say = (after: typeof partsConvention) => conventionDifferences(partsConvention, after);

describe('editing a convention', () => {
  it('takes a slot away from every pattern', () => {
    const made = withoutSlot(partsConvention, 'surface');
    expect(made.slots['surface']).toBeUndefined();
    expect(
      Object.values(made.patterns)
        .flat()
        .some((part) => part.slot === 'surface'),
    ).toBeFalse();
  });
  it('changes one part of a pattern, and drops a pattern that is empty', () => {
    expect(say(withPart(partsConvention, mesh, 4, { optional: true }))).toEqual([
      'mesh: surface may be left out',
    ]);
    expect(
      say(withPart(withPart(partsConvention, mesh, 4, { optional: true }), mesh, 4, { optional: undefined })),
    ).toEqual([]);
    expect(say(withPattern(partsConvention, { group: 'patterns', key: 'light' }, []))).toEqual([
      'light: no pattern any more',
    ]);
    const layers = withPattern(partsConvention, { group: 'others', key: 'layer' }, [{ slot: 'what' }]);
    expect(patternAt(layers, { group: 'others', key: 'layer' })).toEqual([{ slot: 'what' }]);
    expect(withPattern(layers, { group: 'others', key: 'layer' }, [])).toEqual(partsConvention);
  });
  it('moves a column', () => {
    expect(Object.keys(withSlotMoved(partsConvention, 'type', -5).slots)[0]).toBe('type');
    expect(withSlotMoved(partsConvention, 'side', -1)).toBe(partsConvention);
  });
  it('reads words with their spellings, and says them the same way', () => {
    expect(readWord(' enamel: paint, lacquer ')).toEqual({ word: 'enamel', spellings: ['paint', 'lacquer'] });
    expect(readWord('brass')).toEqual({ word: 'brass' });
    expect(readWord(' : x')).toBeNull();
    expect(sayWord(readWord('enamel: paint, lacquer')!)).toBe('enamel: paint, lacquer');
  });
  it('takes a pasted list of words in, and keeps what was there', () => {
    const rule = withWords(partsConvention.slots['surface']!, [['felt', 'cloth'], ['steel', 'inox'], [' ']]);
    expect(rule.words!.find((one) => one.word === 'felt')).toEqual({ word: 'felt', spellings: ['cloth'] });
    expect(rule.words!.find((one) => one.word === 'steel')!.spellings).toEqual(['metal', 'iron', 'inox']);
  });
  it('takes a renamed word along into the patterns that allow it', () => {
    const made = withWordChanged(partsConvention, 'type', 0, { word: 'msh' });
    expect(made.patterns.mesh!.at(-1)).toEqual({ slot: 'type', only: ['msh'] });
    expect(withWordChanged(partsConvention, 'type', 0, null).patterns.mesh!.at(-1)).toEqual({ slot: 'type' });
  });
  it('leaves a check as shipped when nothing is set', () => {
    const made = withCheck(partsConvention, 'too-long', { severity: 'off' });
    expect(say(made)).toEqual(['check too-long: as shipped → off']);
    expect(withCheck(made, 'too-long', {})).toEqual(partsConvention);
  });
});
