import fc from 'fast-check';
import { sceneFromOutline } from '../testing/outline.js';
import { splitWords } from './split-words.js';
import { hasWord, swapWord } from './swap-word.js';
import { vocabulary } from './vocabulary.js';

describe('a word in names', () => {
  it('is put in place of another where it stands as a word, in the capitals that stood there', () => {
    const swap = (name: string) => swapWord(name, 'lamp', 'lantern');
    expect(['L_lamp001', 'lampHook', 'porchLamp', 'LAMP_2', 'clamp', 'lamps'].map(swap)).toEqual([
      'L_lantern001',
      'lanternHook',
      'porchLantern',
      'LANTERN_2',
      'clamp',
      'lamps',
    ]);
    expect([hasWord('porchLamp', 'lamp'), hasWord('clamp', 'lamp')]).toEqual([true, false]);
  });
  it('is counted as splitWords parts names, whatever they are made of', () => {
    const letters = fc.string({
      unit: fc.constantFrom('a', 'b', 'A', 'B', '1', '_', '-', ' ', '/', '(', 'é', 'É', 'ß', 'İ'),
    });
    fc.assert(
      fc.property(letters, (name) => {
        const scene = sceneFromOutline('x');
        scene.patch(1, { name });
        const wanted = new Map<string, number>();
        for (const { text } of splitWords(name)) {
          if (text.charCodeAt(0) <= 57 && text.charCodeAt(0) >= 48) continue;
          const word = text.toLowerCase();
          wanted.set(word, (wanted.get(word) ?? 0) + 1);
        }
        expect([...vocabulary(scene)].sort()).toEqual([...wanted].sort());
      }),
      { numRuns: 2000 },
    );
  });
});
