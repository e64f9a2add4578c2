import { caseIndex } from '../names/case-index.js';
import { mappedNames } from '../names/mapped-names.js';
import { numberFamilies } from '../names/number-family.js';
import { objectsWithSlips } from '../names/slips.js';
import { vocabulary } from '../names/vocabulary.js';
import { holdFollowed } from '../testing/hold-followed.js';
import type { Scene } from './scene.js';

const outline = [
  'sheave01 : mesh',
  'sheave1 : mesh',
  'sheave3',
  '  Sheave3 : mesh',
  '  shaeve7 : mesh',
  'door handle',
  '  door-handle : mesh',
  '  L_door : mesh',
  '    l_door : mesh',
  'dooor : mesh',
].join('\n');

const sorted = (pairs: Iterable<readonly [unknown, unknown]>): unknown =>
  [...pairs].sort(([a], [b]) => String(a).localeCompare(String(b)));

describe('what is kept up of names', () => {
  const asked: Readonly<Record<string, (scene: Scene) => unknown>> = {
    'those alike but for capitals': (scene) => sorted(caseIndex(scene).like),
    'names that a target writes otherwise': (scene) =>
      [...mappedNames(scene, { longest: 6, ignoreCase: true }).objects()].sort((a, b) => a - b),
    'odd numbers of families': (scene) => sorted(numberFamilies(scene).odd),
    slips: (scene) => sorted(objectsWithSlips(scene)),
    'words and how often they are there': (scene) => sorted(vocabulary(scene)),
  };
  for (const [what, ask] of Object.entries(asked))
    it(`is what it is when made anew, whatever is renamed, moved, put in or taken away: ${what}`, () => {
      holdFollowed(ask, { outline, seeds: 25 });
    });
});
