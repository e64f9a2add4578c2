import { hashStart, mix, RowTable } from '../scene/row-table.js';

/** Metres by which two things may be apart across an axis and still stand across from each other along it. */
const slack = 4e-3;

/** Where things are and what they look like, a row each in the order of the tree. */
export interface Standing {
  /** Middles in metres, three a row. */
  readonly at: Float64Array;
  /** Rows of one number look alike. */
  readonly looks: Int32Array;
  readonly count: number;
}
/** Rows in an order in which those that could mirror each other along an axis stand together, by how far along it they are. */
export interface KinOrder {
  /** By place: the row. */
  readonly rowOf: Int32Array;
  /** By row: rows of one number look alike and differ along the axis only. */
  readonly kin: Int32Array;
}

/** @param axis 0: x, 2: z @returns rows of one look and place across the axis together, by how far along it they are */
export function kinOrder({ at, looks, count }: Standing, axis: 0 | 2): KinOrder {
  const other = axis === 0 ? 2 : 0;
  const kin = new Int32Array(count);
  const [ys, others] = [new Float64Array(count), new Float64Array(count)];
  const table = new RowTable(count);
  let row = 0;
  const isKin = (known: number): boolean =>
    looks[known] === looks[row] && ys[known] === ys[row] && others[known] === others[row];
  const sizes: number[] = [];
  for (; row < count; row++) {
    ys[row] = Math.round(at[row * 3 + 1]! / slack);
    others[row] = Math.round(at[row * 3 + other]! / slack);
    const first = table.claim(mix(mix(mix(hashStart, looks[row]!), ys[row]!), others[row]!), row, isKin);
    if (first === row) sizes.push(0);
    kin[row] = first === row ? sizes.length - 1 : kin[first]!;
    sizes[kin[row]!]!++;
  }
  const rowOf = new Int32Array(count);
  const put = new Int32Array(sizes.length);
  for (let i = 1; i < sizes.length; i++) put[i] = put[i - 1]! + sizes[i - 1]!;
  for (row = 0; row < count; row++) rowOf[put[kin[row]!]!++] = row;
  for (let i = 0, start = 0; i < sizes.length; start += sizes[i++]!)
    if (sizes[i]! > 1)
      rowOf.subarray(start, start + sizes[i]!).sort((a, b) => at[a * 3 + axis]! - at[b * 3 + axis]! || a - b);
  return { rowOf, kin };
}
