import { skeletonStandards } from '../../templates/skeletons.js';
import { defineConvention, type Convention, type PatternPart } from '../slots/convention.js';
import { partsConvention } from '../slots/parts.js';

const side: PatternPart = { slot: 'side', optional: true };
const what: PatternPart = { slot: 'what' };
const number: PatternPart = { slot: 'number', glued: true, optional: true };
const type = (...only: string[]): PatternPart => ({ slot: 'type', only });

/** For rigs. Common practice, with no published source: side, what it is, the type; every joint and control of a limb numbered from the body outwards. */
export const rigConvention = defineConvention({
  renquil: 'convention/1',
  name: 'Rig',
  separator: '_',
  facing: '+Z',
  slots: {
    side: partsConvention.slots['side']!,
    what: { case: 'camel' },
    number: { digits: 2, start: 1 },
    type: {
      words: [
        { word: 'jnt', spellings: ['joint', 'bone'], means: 'joint' },
        { word: 'ctrl', spellings: ['control', 'ctl', 'con'], means: 'control' },
        { word: 'grp', spellings: ['group', 'null'], means: 'group' },
        { word: 'off', spellings: ['offset', 'zero'], means: 'group' },
        { word: 'loc', spellings: ['locator', 'empty'], means: 'locator' },
        { word: 'geo', spellings: ['mesh', 'msh', 'geom'], means: 'mesh' },
        { word: 'cam', spellings: ['camera'], means: 'camera' },
        { word: 'lgt', spellings: ['light'], means: 'light' },
      ],
    },
  },
  patterns: {
    joint: [side, what, number, type('jnt')],
    control: [side, what, number, type('ctrl')],
    group: [side, what, number, type('grp', 'off')],
    locator: [side, what, number, type('loc')],
    mesh: [side, what, number, type('geo')],
    camera: [what, number, type('cam')],
    light: [side, what, number, type('lgt')],
    helper: [what, { slot: 'number', optional: true }],
  },
  helpers: { prefixes: ['ref_'] },
});

/** For the dressing of sets. Common practice, with no published source: many copies of few things, so a set of three digits, a variant letter, and no side. */
export const setDressingConvention = defineConvention({
  renquil: 'convention/1',
  name: 'Set dressing',
  separator: '_',
  facing: '+Z',
  slots: {
    what: { case: 'camel' },
    variant: {
      words: ['A', 'B', 'C', 'D', 'E', 'F'].map((word) => ({ word })),
      role: 'other',
    },
    number: { digits: 3, start: 1 },
    detail: {
      words: [
        { word: 'hi', spellings: ['high', 'full'] },
        { word: 'md', spellings: ['mid', 'medium'] },
        { word: 'lo', spellings: ['low', 'proxy'] },
      ],
      role: 'other',
    },
    type: {
      words: [
        { word: 'geo', spellings: ['mesh', 'geom'], means: 'mesh' },
        { word: 'grp', spellings: ['group'], means: 'group' },
        { word: 'lgt', spellings: ['light'], means: 'light' },
        { word: 'cam', spellings: ['camera'], means: 'camera' },
        { word: 'loc', spellings: ['locator'], means: 'locator' },
        { word: 'ctrl', spellings: ['control'], means: 'control' },
      ],
    },
  },
  patterns: {
    mesh: [
      what,
      { slot: 'variant', optional: true },
      { slot: 'number' },
      { slot: 'detail', optional: true },
      type('geo'),
    ],
    group: [what, { slot: 'variant', optional: true }, { slot: 'number', optional: true }, type('grp')],
    light: [what, { slot: 'number' }, type('lgt')],
    camera: [what, { slot: 'number', optional: true }, type('cam')],
    locator: [what, { slot: 'number', optional: true }, type('loc')],
    control: [what, type('ctrl')],
    helper: [what, { slot: 'number', optional: true }],
  },
  helpers: { prefixes: ['ref_', 'cut_'] },
});

/** Joints are called as a standard has them, letter for letter; other objects as they like. */
const skeletonConventions = skeletonStandards.map((standard): Convention =>
  defineConvention({
    renquil: 'convention/1',
    name: standard.title,
    separator: '',
    facing: '+Z',
    slots: { joint: { words: Object.keys(standard.joints).map((word) => ({ word })), role: 'other' } },
    patterns: { joint: [{ slot: 'joint' }] },
    helpers: { prefixes: [] },
  }),
);

/** What comes with Renquil, by id. The first is what a new project starts with. */
export const shippedConventions: Readonly<Record<string, Convention>> = Object.assign(
  // Asked by what comes from outside: `constructor` is none.
  Object.create(null) as Record<string, Convention>,
  {
    parts: partsConvention,
    rig: rigConvention,
    'set-dressing': setDressingConvention,
    ...Object.fromEntries(skeletonStandards.map(({ id }, i) => [id, skeletonConventions[i]!] as const)),
  },
);
