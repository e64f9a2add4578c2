import { CrateBytes } from './crate-bytes.js';
import { doubleText, floatText, halfOf } from './usda-words-of.js';

/** How the numbers of a type stand in the file. */
export type NumberKind = 'u8' | 'i32' | 'u32' | 'i64' | 'u64' | 'half' | 'float' | 'double';
/** A type whose values are numbers, by how many of them and in which brackets. */
export interface NumberType {
  /** As a layer of text calls it. */
  readonly name: string;
  readonly kind: NumberKind;
  /** Numbers of one value; of a matrix, its rows. */
  readonly size: number;
  readonly shape: 'one' | 'tuple' | 'matrix' | 'quaternion';
}
const of = (
  name: string,
  kind: NumberKind,
  size = 1,
  shape: NumberType['shape'] = size > 1 ? 'tuple' : 'one',
): NumberType => ({ name, kind, size, shape });

/** Types of numbers by their number in the file (AOUSD Core Specification, 16.3, value types). */
export const numberTypes: ReadonlyMap<number, NumberType> = new Map([
  [1, of('bool', 'u8')],
  [2, of('uchar', 'u8')],
  [3, of('int', 'i32')],
  [4, of('uint', 'u32')],
  [5, of('int64', 'i64')],
  [6, of('uint64', 'u64')],
  [7, of('half', 'half')],
  [8, of('float', 'float')],
  [9, of('double', 'double')],
  [13, of('matrix2d', 'double', 2, 'matrix')],
  [14, of('matrix3d', 'double', 3, 'matrix')],
  [15, of('matrix4d', 'double', 4, 'matrix')],
  [16, of('quatd', 'double', 4, 'quaternion')],
  [17, of('quatf', 'float', 4, 'quaternion')],
  [18, of('quath', 'half', 4, 'quaternion')],
  [19, of('double2', 'double', 2)],
  [20, of('float2', 'float', 2)],
  [21, of('half2', 'half', 2)],
  [22, of('int2', 'i32', 2)],
  [23, of('double3', 'double', 3)],
  [24, of('float3', 'float', 3)],
  [25, of('half3', 'half', 3)],
  [26, of('int3', 'i32', 3)],
  [27, of('double4', 'double', 4)],
  [28, of('float4', 'float', 4)],
  [29, of('half4', 'half', 4)],
  [30, of('int4', 'i32', 4)],
  [56, of('timecode', 'double')],
]);
/** Bytes of one number. */
export const bytesOf: Readonly<Record<NumberKind, number>> = {
  ...{ u8: 1, i32: 4, u32: 4, i64: 8, u64: 8, half: 2, float: 4, double: 8 },
};
/** The next number, as text. */
export function nextNumber(reader: CrateBytes, kind: NumberKind): string {
  switch (kind) {
    case 'u8':
      return String(reader.u8());
    case 'i32':
      return String(reader.i32());
    case 'u32':
      return String(reader.u32());
    case 'i64':
      return String(reader.i64());
    case 'u64':
      return String(reader.u64());
    case 'half':
      return doubleText(halfOf(reader.u16()));
    case 'float':
      return floatText(reader.f32());
    case 'double':
      return doubleText(reader.f64());
  }
}
/** Numbers that stand one behind the other from here on, as text. */
export function numbersAt(reader: CrateBytes, kind: NumberKind, count: number): (i: number) => string {
  // A copy begins where numbers of any size may.
  const { buffer } = reader.take(count * bytesOf[kind]).slice();
  switch (kind) {
    case 'float': {
      const floats = new Float32Array(buffer, 0, count);
      return (i) => floatText(floats[i]!);
    }
    case 'double': {
      const doubles = new Float64Array(buffer, 0, count);
      return (i) => doubleText(doubles[i]!);
    }
    case 'i32': {
      const ints = new Int32Array(buffer, 0, count);
      return (i) => String(ints[i]!);
    }
    default: {
      const view = new CrateBytes(new Uint8Array(buffer, 0, count * bytesOf[kind]), reader.file);
      return (i) => {
        view.at = i * bytesOf[kind];
        return nextNumber(view, kind);
      };
    }
  }
}
/** Numbers that one value has. */
export function numbersOf({ size, shape }: NumberType): number {
  return shape === 'matrix' ? size * size : size;
}
/** One value of its numbers. A quaternion has its real part last in the file, and first in the text. */
export function valueText({ name, size, shape }: NumberType, numbers: readonly string[]): string {
  if (shape === 'one') return name === 'bool' ? (numbers[0] === '0' ? 'false' : 'true') : numbers[0]!;
  if (shape === 'tuple') return `(${numbers.join(', ')})`;
  if (shape === 'quaternion') return `(${[numbers[3]!, ...numbers.slice(0, 3)].join(', ')})`;
  const rows = Array.from(
    { length: size },
    (_, i) => `(${numbers.slice(i * size, i * size + size).join(', ')})`,
  );
  return `( ${rows.join(', ')} )`;
}
