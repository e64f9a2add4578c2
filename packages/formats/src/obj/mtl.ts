import { laidAsItIs, type LaidAnew } from '../gltf/laid-anew.js';
import { eachStatement, nameIn } from './statements.js';
import type { Span } from './parse-obj.js';
import { TextUnits } from './text-units.js';

/** A material of an .mtl file. */
export interface MtlMaterial {
  readonly name: string;
  readonly span: Span;
  /** Kd and d (or 1 - Tr), 0 to 1. */
  colour: readonly [number, number, number, number];
  /** The picture of its colour (`map_Kd`), as it is named; null: it has none. */
  picture: string | null;
  /** How that is laid on (`-s`, `-o`). */
  laid: LaidAnew;
}
/** An .mtl file as it was read. */
export interface Mtl {
  readonly path: string;
  readonly units: TextUnits;
  readonly materials: readonly MtlMaterial[];
}

/** The materials of an .mtl file. What is not understood is left: a colour is no reason to refuse a scene. */
export function parseMtl(bytes: Uint8Array, path: string): Mtl {
  const units = new TextUnits(bytes);
  const materials: MtlMaterial[] = [];
  eachStatement(units, (statement) => {
    const { word, from, to } = statement;
    if (word === 'newmtl') {
      const span = { start: from, end: to };
      const name = nameIn(units, statement);
      materials.push({ name, span, colour: [0.6, 0.6, 0.6, 1], picture: null, laid: laidAsItIs });
    }
    const last = materials.at(-1);
    if (last && word === 'map_Kd') Object.assign(last, pictureIn(nameIn(units, statement)));
    if (!last || !['Kd', 'd', 'Tr'].includes(word)) return;
    const numbers = units.text.slice(from, to).split(/\s+/).map(Number);
    const [r, g, b, a] = last.colour;
    const share = (n: number | undefined): n is number => n !== undefined && n >= 0 && n <= 1;
    if (word === 'Kd' && numbers.slice(0, 3).every(share) && numbers.length >= 3)
      last.colour = [linear(numbers[0]!), linear(numbers[1]!), linear(numbers[2]!), a];
    else if (word === 'd' && share(numbers[0])) last.colour = [r, g, b, numbers[0]];
    else if (word === 'Tr' && share(numbers[0])) last.colour = [r, g, b, 1 - numbers[0]];
  });
  return { path, units, materials };
}
/** The name of a picture behind what says how it is laid on (the format's own text, "texture map options"): `-s` scales, `-o` moves; the others are passed over. */
function pictureIn(text: string): Pick<MtlMaterial, 'picture' | 'laid'> {
  const words = text.split(/\s+/);
  let at = 0;
  const said: Record<string, number[]> = {};
  while (at < words.length && words[at]!.startsWith('-')) {
    const option = words[at]!.slice(1);
    const values = optionValues[option] ?? 1;
    const numbers: number[] = [];
    at++;
    // Those of three numbers may leave the last ones out.
    for (let i = 0; i < values && at < words.length - 1; i++, at++) {
      if (i > 0 && !/^[-+]?\.?\d/.test(words[at]!)) break;
      numbers.push(Number(words[at]));
    }
    said[option] = numbers;
  }
  const pair = (name: string, otherwise: number): [number, number] => {
    const [u = otherwise, v = otherwise] = said[name] ?? [];
    return [u, v];
  };
  const laid = { scale: pair('s', 1), turn: 0, offset: pair('o', 0) };
  return { picture: words.slice(at).join(' ') || null, laid };
}
const optionValues: Readonly<Record<string, number>> = { mm: 2, o: 3, s: 3, t: 3 };
/** Colours of the format are those of a screen (IEC 61966-2-1). */
const linear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
