import { sceneFromOutline } from '../../testing/outline.js';
import { english } from './english.js';
import { makeLexicon } from './lexicon.js';
import { isWord, meantBy, partRun, spokenLexicon } from './speaks-english.js';

describe('a lexicon', () => {
  const lexicon = makeLexicon([['frame', 'from', 'form'], ['Strake'], ['fro']]);
  it('knows its words in any case, and how rare they are', () => {
    expect([lexicon.has('FRAME'), lexicon.has('strake'), lexicon.has('frme')]).toEqual([true, true, false]);
    expect([lexicon.rank('form'), lexicon.rank('strake'), lexicon.rank('nothing')]).toEqual([0, 1, Infinity]);
  });
  it('tells all that is one slip away, the common first', () => {
    // A letter more, less, another, two changed over.
    expect(lexicon.near('frme')).toEqual(['frame']);
    expect(lexicon.near('frm')).toEqual(['form', 'from', 'fro']);
    expect(lexicon.near('sratkee')).toEqual([]);
    expect(lexicon.near('starke')).toEqual(['strake']);
    expect(lexicon.near('fro')).withContext('not itself').toEqual(['from']);
  });
});

describe('the words of English', () => {
  const lexicon = english()!;
  it('are SCOWL up to size 70, with words of trades', () => {
    for (const word of ['lantern', 'sheave', 'heddle', 'gudgeon', 'mould', 'mold'])
      expect(lexicon.has(word)).withContext(word).toBeTrue();
    expect(lexicon.rank('lamp')).toBeLessThan(lexicon.rank('heddle'));
  });
  it('may be run together, one way only', () => {
    expect(isWord(lexicon, 'landwheel')).toBeTrue();
    expect(partRun(lexicon, 'SIDERAIL')).toEqual(['side', 'rail']);
    expect(partRun(lexicon, 'HANDCART')).withContext('one word').toBeNull();
  });
  it('say what was probably meant, with the first letter right or swapped', () => {
    expect(meantBy(lexicon, 'Cupbord')).toEqual(['cupboard']);
    expect(meantBy(lexicon, 'hnige')).toEqual(['hinge']);
    expect(meantBy(lexicon, 'xaxis')).toEqual([]);
    expect(meantBy(lexicon, 'wheel')).withContext('a word').toEqual([]);
    expect(meantBy(lexicon, 'wh33l')).withContext('no letters').toEqual([]);
  });
  it('are spoken where half of the longer words of a scene are among them, of six and more', () => {
    const spoken = (names: string): boolean =>
      spokenLexicon(sceneFromOutline(names.split(' ').join('\n'))) !== null;
    expect(spoken('wheel lantern plank hinge spoke cupbord')).toBeTrue();
    expect(spoken('wheel lantern plank')).toBeFalse();
    expect(spoken('fenster dach schloss griff bretter kasten wheel')).toBeFalse();
  });
  it('are asked for again after more renames than are told one by one', () => {
    const scene = sceneFromOutline('wheel\nlantern\nplank\nhinge\nspoke\ndoor');
    expect(spokenLexicon(scene)).not.toBeNull();
    const german = ['fenster', 'dach', 'schloss', 'griff', 'bretter', 'kasten'];
    german.forEach((name, i) => scene.patch(i + 1, { name }));
    for (let i = 0; i < 20_001; i++) scene.patch(1, { name: i % 2 ? 'fenster' : 'tuer' });
    expect(spokenLexicon(scene)).toBeNull();
  });
});
