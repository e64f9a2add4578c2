import { slotColour, slotTint } from './slot-colour';

describe('the colour of a slot', () => {
  it('is its own for the slots that have one, and that of words for any other', () => {
    expect(['side', 'type', 'floor'].map((slot) => slotColour(slot))).toEqual([
      'var(--side)',
      'var(--type)',
      'var(--ink)',
    ]);
    expect(slotColour('floor', 'ink-3')).toBe('var(--ink-3)');
  });
  it('is never the ground that words stand on, though a slot is called so', () => {
    for (const name of ['sheet', 'page', 'line', 'wash']) {
      expect(slotColour(name)).toBe('var(--ink)');
      expect(slotTint(name)).toBe('color-mix(in srgb, var(--ink) 12%, var(--sheet))');
    }
  });
});
