import { changePieces } from './name-change';

describe('a changed name', () => {
  const say = (before: string, after: string, side: 'before' | 'after') =>
    changePieces(before, after, side)
      .map(({ text, changed }) => (changed ? `[${text}]` : text))
      .join('');
  it('marks what goes and what comes, character by character', () => {
    expect(say('sheeve 1', 'sheave_01', 'before')).toBe('she[e]ve[·]1');
    expect(say('sheeve 1', 'sheave_01', 'after')).toBe('she[a]ve[_0]1');
    expect(say('', 'door', 'after')).toBe('[door]');
    expect(say('', 'door', 'before')).toBe('');
  });
  it('shows very long names whole', () => {
    expect(say('a'.repeat(150), 'b'.repeat(150), 'after')).toBe('b'.repeat(150));
  });
});
