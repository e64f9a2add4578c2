import { defineConvention, type PatternPart } from './convention.js';

const side: PatternPart = { slot: 'side', optional: true };
const place: PatternPart = { slot: 'place', optional: true };
const what: PatternPart = { slot: 'what' };
const number: PatternPart = { slot: 'number', glued: true };
const maybeNumber: PatternPart = { slot: 'number', glued: true, optional: true };
const type = (word: string): PatternPart => ({ slot: 'type', only: [word] });

/**
 * The built-in convention for parts of props and sets. Common practice, with no published source: location first, then
 * what it is with a three-digit number, the surface, the type; groups carry no surface.
 */
export const partsConvention = defineConvention({
  renquil: 'convention/1',
  name: 'Parts',
  separator: '_',
  slots: {
    side: {
      words: [
        { word: 'L', spellings: ['left', 'lft', 'lf', 'lt'] },
        { word: 'R', spellings: ['right', 'rgt', 'rt'] },
        { word: 'C', spellings: ['centre', 'center', 'mid', 'ctr'] },
      ],
    },
    place: {
      words: [
        { word: 'F', spellings: ['front', 'fr', 'fwd'] },
        { word: 'B', spellings: ['back', 'bk', 'rear'] },
        { word: 'T', spellings: ['top', 'upper', 'up'] },
        { word: 'U', spellings: ['under', 'bottom', 'lower', 'low'] },
      ],
    },
    what: { case: 'camel' },
    number: { digits: 3, start: 1 },
    surface: {
      words: [
        { word: 'enamel', spellings: ['paint', 'painted', 'lacquer'] },
        { word: 'steel', spellings: ['metal', 'iron'] },
        { word: 'nylon', spellings: ['plastic', 'poly'] },
        { word: 'oak', spellings: ['wood', 'timber'] },
        { word: 'glass', spellings: ['window', 'glz'] },
        { word: 'brass' },
        { word: 'rubber', spellings: ['gum'] },
        { word: 'hide', spellings: ['fur', 'skin'] },
        { word: 'horn', spellings: ['keratin'] },
      ],
    },
    type: {
      words: [
        { word: 'geo', spellings: ['mesh', 'msh', 'geom'] },
        { word: 'grp', spellings: ['group', 'null'] },
        { word: 'ctrl', spellings: ['control', 'ctl', 'con'] },
        { word: 'jnt', spellings: ['joint', 'bone'] },
        { word: 'cam', spellings: ['camera'] },
        { word: 'lgt', spellings: ['light', 'lite'] },
        { word: 'loc', spellings: ['locator', 'empty'] },
      ],
    },
  },
  patterns: {
    mesh: [side, place, what, number, { slot: 'surface' }, type('geo')],
    group: [side, place, what, maybeNumber, type('grp')],
    control: [side, what, type('ctrl')],
    joint: [side, place, what, maybeNumber, type('jnt')],
    camera: [side, place, what, maybeNumber, type('cam')],
    light: [side, place, what, maybeNumber, type('lgt')],
    locator: [side, place, what, maybeNumber, type('loc')],
    helper: [{ slot: 'what' }, { slot: 'number', optional: true }],
  },
  helpers: { prefixes: ['cut_', 'ref_'] },
});
