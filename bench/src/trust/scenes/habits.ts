import type { NamePiece, Truth } from './truth.js';

/** How a studio writes what it knows of an object. */
export interface Habit {
  readonly title: string;
  readonly write: (truth: Truth) => readonly NamePiece[];
}
type Role = NamePiece['role'];
const padded = (n: number | undefined, width: number): string | undefined =>
  n === undefined ? undefined : String(n).padStart(width, '0');
const upperFirst = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
const camel = (words: readonly string[]): string =>
  words.map((word, i) => (i ? upperFirst(word) : word)).join('');
const pascal = (words: readonly string[]): string => words.map(upperFirst).join('');

/** Pieces, each with the sign before it; an empty one is left out. */
function pieces(...list: readonly (readonly [Role, string | undefined, string])[]): NamePiece[] {
  return list.flatMap(([role, text, sign]) => (text ? [{ role, text, sign }] : []));
}
const sideBy = (left: string, right: string, centre?: string) => (truth: Truth) =>
  truth.side === 'left'
    ? left
    : truth.side === 'right'
      ? right
      : truth.kind === 'mesh' && !truth.side
        ? centre
        : undefined;
const depthBy = (front: string, back: string) => (truth: Truth) =>
  truth.depth === 'front' ? front : truth.depth === 'back' ? back : undefined;
/** Meshes that are the only one of their name carry a number too, where all do. */
const always = (truth: Truth): number | undefined => truth.number ?? (truth.kind === 'mesh' ? 1 : undefined);
const typeBy = (types: Partial<Record<Truth['kind'], string>>) => (truth: Truth) => types[truth.kind];

const lower = sideBy('left', 'right');
const lf = sideBy('L', 'R');
const depthWord = depthBy('front', 'back');

export const habits: Readonly<Record<string, Habit>> = {
  prefixSides: {
    title: 'L_F_axleCap001_iron_geo',
    write: (t) =>
      pieces(
        ['side', sideBy('L', 'R', 'C')(t), '_'],
        ['place', depthBy('F', 'B')(t), '_'],
        ['what', camel(t.words), '_'],
        ['number', padded(always(t), 3), ''],
        ['surface', t.surface?.toLowerCase(), '_'],
        ['type', typeBy({ mesh: 'geo', group: 'grp', light: 'lgt', joint: 'jnt' })(t), '_'],
      ),
  },
  typeFirst: {
    title: 'GEO_Oar_L_01',
    write: (t) =>
      pieces(
        ['type', typeBy({ mesh: 'GEO', group: 'GRP', light: 'LIT', joint: 'JNT' })(t), '_'],
        ['what', pascal(t.words), '_'],
        ['place', depthBy('Fr', 'Bk')(t), '_'],
        ['side', lf(t), '_'],
        ['number', padded(t.number, 2), '_'],
      ),
  },
  camelNoSign: {
    title: 'frontLeftLamp01',
    write: (t) => {
      const parts = pieces(
        ['place', depthWord(t), ''],
        ['side', lower(t), ''],
        ['what', pascal(t.words), ''],
        ['number', padded(t.number, 2), ''],
      );
      return parts.map((one, i) => ({
        ...one,
        text: i ? upperFirst(one.text) : one.text[0]!.toLowerCase() + one.text.slice(1),
      }));
    },
  },
  pascalNoSign: {
    title: 'LampFrontLeft3',
    write: (t) =>
      pieces(
        ['what', pascal(t.words), ''],
        ['place', depthBy('Front', 'Back')(t), ''],
        ['side', sideBy('Left', 'Right')(t), ''],
        ['number', t.number === undefined ? undefined : String(t.number), ''],
      ),
  },
  kebab: {
    title: 'left-front-axle-cap-2',
    write: (t) =>
      pieces(
        ['side', lower(t), '-'],
        ['place', depthWord(t), '-'],
        ['what', t.words.join('-'), '-'],
        ['number', t.number === undefined ? undefined : String(t.number), '-'],
      ),
  },
  twoSigns: {
    title: 'lamp.front_L',
    write: (t) =>
      pieces(
        ['what', camel(t.words), '.'],
        ['number', padded(t.number, 2), '.'],
        ['place', depthWord(t), '.'],
        ['side', lf(t), '_'],
      ),
  },
  joinedSides: {
    title: 'LF_wheel_01_geo',
    write: (t) =>
      pieces(
        ['side', lf(t), '_'],
        ['place', depthBy('F', 'B')(t), t.side ? '' : '_'],
        ['what', t.words.join(''), '_'],
        ['number', padded(always(t), 2), '_'],
        ['type', typeBy({ mesh: 'geo', group: 'grp', light: 'light', joint: 'jnt' })(t), '_'],
      ),
  },
  snakeSuffix: {
    title: 'axle_cap_02_l',
    write: (t) =>
      pieces(
        ['what', t.words.join('_'), '_'],
        ['number', padded(t.number, 2), '_'],
        ['place', depthBy('fr', 'bk')(t), '_'],
        ['side', sideBy('l', 'r')(t), '_'],
      ),
  },
  versioned: {
    title: 'oar_left_03_v2',
    write: (t) =>
      pieces(
        ['what', camel(t.words), '_'],
        ['side', lower(t), '_'],
        ['place', depthWord(t), '_'],
        ['number', padded(always(t), 2), '_'],
        ['version', t.kind === 'mesh' ? `v${1 + (t.words[0]!.length % 3)}` : undefined, '_'],
      ),
  },
  letters: {
    title: 'jar_lid_c',
    write: (t) =>
      pieces(
        ['side', sideBy('lft', 'rgt')(t), '_'],
        ['place', depthBy('fnt', 'bck')(t), '_'],
        ['what', t.words.join('_'), '_'],
        ['number', t.number === undefined ? undefined : String.fromCharCode(96 + t.number), '_'],
      ),
  },
  variants: {
    title: 'Jar_01_A',
    write: (t) =>
      pieces(
        ['what', pascal(t.words), '_'],
        ['side', lf(t), '_'],
        ['place', depthBy('F', 'B')(t), '_'],
        ['number', padded(always(t), 2), '_'],
        ['variant', t.kind === 'mesh' ? 'AB'[t.words[0]!.length % 2] : undefined, '_'],
      ),
  },
  gluedToMaybe: {
    title: 'msh_wheel_front2_lft',
    write: (t) =>
      pieces(
        ['type', typeBy({ mesh: 'msh', group: 'set', light: 'lit', joint: 'bn' })(t), '_'],
        ['what', camel(t.words), '_'],
        ['place', depthWord(t), '_'],
        ['number', t.number === undefined ? undefined : String(t.number), ''],
        ['side', sideBy('lft', 'rgt')(t), '_'],
      ),
  },
};
