import { CheckRun } from '@renquil/core/checks';
import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { randomEdit, randomTree, seededRandom } from '@renquil/core/testing';
import {
  applyChangeList,
  changesBetween,
  changesCsv,
  listScene,
  openScene,
  wayBackOf,
  writeScene,
} from '@renquil/formats';
import { parseChangeList } from '@renquil/formats/schemas';
import type { Kind } from './fuzz-case.js';
import { brokenText, mutated, type Dice } from './values.js';

const parts = new CompiledConvention(partsConvention);
const names = (of: Scene): string => [...of.walk()].map(({ name }) => name).join('\n');

const obj = `# a file
mtllib a.mtl
v 0 0 0
v 1 0 0
v  0 1 0
v 0 0 1 1
o crate one
g lid \\
  top
usemtl oak
f 1 2 3
f 1/1/1 2//2 3 4
g default
s 1
l 1 2 3
o b
g lid
usemtl steel plate
f -1 -2 -3
p 1
f 1 2 4
g a b
f 2 3 4
`;
/** What an OBJ file is made of, to be put where it does not belong. */
const pieces = [
  ...['o ', 'g ', 'f ', 'v ', 'l ', 'usemtl ', 'mtllib ', '#', '\\\n', '\\', '\r', '\r\n', '\n', '\t', ' '],
  ...[
    'default',
    '-1',
    '0',
    '999999999999',
    '1e400',
    'nan',
    '1//',
    '\0',
    '\ufeff',
    'é',
    'v 0 0 0\n',
    'o x\n',
    'g x\nf 1 2 3\n',
  ],
];
/** A text in one of the encodings that are read. */
export function encoded(dice: Dice, text: string): Uint8Array {
  if (dice.often(0.7)) return new TextEncoder().encode(text);
  const units = [...text].map((_, i) => text.charCodeAt(i) || 0);
  if (dice.often(0.5)) return Uint8Array.from(units.map((unit) => unit & 255));
  const big = dice.often(0.5);
  return Uint8Array.from([
    ...(big ? [0xfe, 0xff] : [0xff, 0xfe]),
    ...units.flatMap((unit) => (big ? [unit >> 8, unit & 255] : [unit & 255, unit >> 8])),
  ]);
}

/** Opened, judged, edited, written and opened again. */
export function round(bytes: Uint8Array, file: string, seed: number): void {
  const { scene } = openScene(bytes, file);
  new CheckRun(scene, parts).all();
  if (writeScene(bytes, file, scene).bytes !== bytes)
    throw new Error('what was not changed is written otherwise');
  const random = seededRandom(seed);
  const before = openSnapshot(takeSnapshot(scene));
  for (let i = 0; i < 4; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
  const list = changesBetween(before, scene, wayBackOf(bytes, file));
  changesCsv(list);
  applyChangeList(before, parseChangeList(JSON.parse(JSON.stringify(list))));
  if (names(before) !== names(scene)) throw new Error('the change list leads elsewhere');
  let out: Uint8Array;
  try {
    out = writeScene(bytes, file, scene).bytes;
  } catch (error) {
    if (error instanceof RenquilError && /^(obj|collada|bvh)-refused$/.test(error.code)) return;
    throw error;
  }
  const again = openScene(out, file).scene;
  if (file.endsWith('.json') && names(again) !== names(scene))
    throw new Error('other objects come back than were written');
}

/** OBJ files. */
export const objs: Kind = (dice) => {
  const bytes = encoded(dice, brokenText(dice, obj, pieces));
  const seed = dice.upTo(1e6);
  return { input: Buffer.from(bytes).toString('base64'), run: () => round(bytes, 'fuzz.obj', seed) };
};
/** Scene listings, as one text and as lines, with the change lists that lead from one state to another. */
export const listings: Kind = (dice) => {
  const random = seededRandom(dice.upTo(1e6));
  const isLines = dice.often(0.4);
  const text = new TextDecoder().decode(listScene(randomTree(random, 1 + dice.upTo(12), 'any'), isLines));
  const made =
    isLines || dice.often(0.3)
      ? brokenText(dice, text, pieces)
      : JSON.stringify(mutated(dice, JSON.parse(text)));
  const bytes = new TextEncoder().encode(dice.often(0.1) ? text : made);
  const seed = dice.upTo(1e6);
  return { input: Buffer.from(bytes).toString('base64'), run: () => round(bytes, 'fuzz.json', seed) };
};
