import { isObject } from '../gltf/guards.js';
import { listingLimits, type ListedObject } from './listing.js';

/** Says what is wrong with a member, such as `.name`; empty: the object itself. */
export type Fail = (member: string, detail: string) => never;

/** One object as it came, every member looked at. */
export function listedObject(value: unknown, fail: Fail): ListedObject {
  if (!isObject(value)) return fail('', 'this is not a JSON object');
  if (!isId(value['id'])) fail('.id', 'this is neither a text nor a number');
  if (typeof value['name'] !== 'string') fail('.name', 'this is not a text');
  if (value['parent'] !== null && !isId(value['parent']))
    fail('.parent', 'this is neither the id of an object nor null');
  for (const key in value) members[key]?.(value[key], (detail) => fail(`.${key}`, detail));
  if (
    value['world'] !== undefined &&
    ['matrix', 'translation', 'rotation', 'scale'].some((key) => key in value)
  )
    fail('.world', 'there is a local transform too');
  if (value['matrix'] !== undefined && ['translation', 'rotation', 'scale'].some((key) => key in value))
    fail('.matrix', 'there is a translation, rotation or scale too');
  return value as unknown as ListedObject;
}

const isId = (value: unknown): boolean =>
  typeof value === 'string' ? value.length > 0 : typeof value === 'number' && Number.isFinite(value);
const isCount = (value: unknown): boolean => Number.isSafeInteger(value) && (value as number) >= 0;
const isNumbers = (value: unknown, length: number): boolean =>
  Array.isArray(value) &&
  value.length === length &&
  // As large as places in a scene can be (core, mostMetres).
  value.every((n) => typeof n === 'number' && Math.abs(n) <= 1e12);

type Look = (value: unknown, fail: (detail: string) => never) => void;
const numbers =
  (length: number): Look =>
  (value, fail) => {
    if (!isNumbers(value, length)) fail(`these are not ${length} numbers`);
  };
const isAffine: Look = (value, fail) => {
  numbers(16)(value, fail);
  const m = value as number[];
  if (m[3] || m[7] || m[11] || m[15] !== 1)
    fail('the 4th, 8th, 12th and 16th number are not 0, 0, 0 and 1; the translation is the 13th to 15th');
};
const counts: Look = (value, fail) => {
  if (!isCount(value)) fail('this is not a whole number from 0');
};
const text: Look = (value, fail) => {
  if (typeof value !== 'string') fail('this is not a text');
};
const record: Look = (value, fail) => {
  if (!isObject(value)) fail('this is not a JSON object');
};
const members: Readonly<Record<string, Look>> = Object.assign(Object.create(null) as object, {
  kind: text,
  layer: text,
  translation: numbers(3),
  rotation: ((value, fail) => {
    numbers(4)(value, fail);
    const length = Math.hypot(...(value as number[]));
    if (!(Math.abs(length - 1) < 1e-3)) fail('this is not a unit quaternion (x, y, z, w)');
  }) satisfies Look,
  scale: numbers(3),
  matrix: isAffine,
  world: isAffine,
  faces: counts,
  vertices: counts,
  visible: ((value, fail) => {
    if (typeof value !== 'boolean') fail('this is neither true nor false');
  }) satisfies Look,
  attributes: record,
  renquil: record,
  materials: ((value, fail) => {
    const isList = Array.isArray(value) && value.every((one) => typeof one === 'string');
    if (!isList || value.length > listingLimits.materials)
      fail(`this is not a list of at most ${listingLimits.materials} texts`);
  }) satisfies Look,
  bounds: ((value, fail) => {
    const { min, max } = (isObject(value) ? value : {}) as { min?: number[]; max?: number[] };
    if (!isNumbers(min, 3) || !isNumbers(max, 3)) return fail('these are not min and max, of 3 numbers each');
    if (min!.some((n, i) => n > max![i]!)) fail('min is above max');
  }) satisfies Look,
});
