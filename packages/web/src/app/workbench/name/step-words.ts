import type { CaseForm, cutWays, NumberOrder, NumberStep } from '@renquil/core/names/recipe';

/** What the orders of counting are called. */
export const orders: Readonly<Record<NumberOrder, string>> = {
  tree: 'in tree order',
  name: 'by name',
  'old-number': 'by old number',
  x: 'along X',
  y: 'along Y',
  z: 'along Z',
  'around-x': 'around X',
  'around-y': 'around Y',
  'around-z': 'around Z',
  distance: 'by distance',
  size: 'by size',
};
/** What the restarts of counting are called. */
export const restarts: Readonly<Record<NumberStep['restart'], string>> = {
  never: 'in one run',
  parent: 'again for each parent',
  base: 'again for each name',
  slot: 'again for each text of a slot',
};
/** What the places of a number are called. */
export const places: Readonly<Record<NumberStep['at'], string>> = {
  'last-number': 'in place of the last number',
  slot: 'in the number slot',
  end: 'at the end',
  'after-word': 'after the word',
};
/** What the ways to find text are called. */
export const ways = { plain: 'as typed', wildcard: 'wildcard', regex: 'regular expression' } as const;
/** What the cases are called, by example. */
export const caseTitles: Readonly<Record<CaseForm, string>> = {
  camel: 'humps: leftDoor',
  pascal: 'high humps: LeftDoor',
  snake: 'underscores: left_door',
  constant: 'capitals: LEFT_DOOR',
  kebab: 'hyphens: left-door',
  dot: 'dots: left.door',
  title: 'words: Left Door',
  lower: 'small letters',
  upper: 'capital letters',
};
/** What the ways to cut are called. */
export const cuts: Readonly<Record<(typeof cutWays)[number], string>> = {
  first: 'the first characters',
  last: 'the last characters',
  range: 'characters from a place on',
  'end-digits': 'the number at the end',
  digits: 'all digits',
  letters: 'all letters',
  signs: 'all signs and spaces',
  spaces: 'all spaces',
};
/** What becomes of numbers that are there. */
export const keeps = {
  none: 'every one anew',
  'count-on': 'keep those there, count on',
  'fill-gaps': 'keep those there, fill gaps',
};
