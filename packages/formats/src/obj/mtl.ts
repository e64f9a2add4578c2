import { eachStatement, nameIn } from './statements.js';
import type { Span } from './parse-obj.js';
import { TextUnits } from './text-units.js';

/** A material of an .mtl file. */
export interface MtlMaterial {
  readonly name: string;
  readonly span: Span;
  /** Kd and d (or 1 - Tr), 0 to 1. */
  colour: readonly [number, number, number, number];
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
      materials.push({ name: nameIn(units, statement), span, colour: [0.6, 0.6, 0.6, 1] });
    }
    const last = materials.at(-1);
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
/** Colours of the format are those of a screen (IEC 61966-2-1). */
const linear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
