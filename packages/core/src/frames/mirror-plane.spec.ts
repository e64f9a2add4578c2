import fc from 'fast-check';
import type { Standing } from './kin-order.js';
import { mirrorPlane, type MirrorPlane } from './mirror-plane.js';

/** Rows of middles with what they look like. */
const standing = (rows: readonly (readonly [number, number, number, number])[]): Standing => ({
  at: Float64Array.from(rows.flatMap(([x, y, z]) => [x, y, z])),
  looks: Int32Array.from(rows.map(([, , , look]) => look)),
  count: rows.length,
});
const planeOf = (stands: Standing, from: number, to: number, axis: 0 | 2): MirrorPlane | null =>
  mirrorPlane(
    { at: stands.at.slice(from * 3, to * 3), looks: stands.looks.slice(from, to), count: to - from },
    axis,
  );

describe('the plane that mirrors what stands there', () => {
  it('is where pairs have their middle, wherever that is', () => {
    const rows = [
      [4, 1, 0, 1],
      [6, 1, 0, 1],
      [3, 0, 2, 2],
      [7, 0, 2, 2],
      [5, 2, 0, 3],
      [9, 9, 9, 4],
    ] as const;
    expect(planeOf(standing(rows), 0, 6, 0)).toEqual({ middle: 5, pairs: 2, onIt: 1 });
    expect(planeOf(standing(rows.map(([x, y, z, look]) => [z, y, x, look] as const)), 0, 6, 2)!.middle).toBe(
      5,
    );
  });
  it('looks at its own stretch only, and is none where nothing is alike', () => {
    const rows = [[0, 0, 0, 1], [2, 0, 0, 1], [10, 0, 0, 1], [14, 0, 0, 1], [20, 1, 0, 2]] as const; // prettier-ignore
    expect(planeOf(standing(rows), 0, 2, 0)!.middle).toBe(1);
    expect(planeOf(standing(rows), 2, 4, 0)!.middle).toBe(12);
    expect(planeOf(standing(rows), 3, 5, 0)).toBeNull();
    expect(planeOf(standing([]), 0, 0, 0)).toBeNull();
  });
  it('is the middle of a row of many, near or far', () => {
    for (const many of [5, 24, 25, 400]) {
      const rows = Array.from({ length: many }, (_, i) => [100 + i, 0, 0, 1] as const);
      const plane = planeOf(standing(rows), 0, many, 0)!;
      expect(plane.middle).toBeCloseTo(100 + (many - 1) / 2, 6);
      expect(plane.pairs).toBe(Math.floor(many / 2));
    }
  });
  it('is found among strangers: mirrored rows, moved anywhere, in any order', () => {
    const pair = fc.record({
      out: fc.integer({ min: 1, max: 400 }),
      y: fc.integer({ min: 0, max: 9 }),
      z: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc.array(pair, { minLength: 3, maxLength: 12 }),
        fc.integer({ min: -50, max: 50 }),
        (pairs, middle) => {
          const rows = pairs.flatMap(({ out, y, z }, look) => [
            [middle + out / 100, y, z, look] as const,
            [middle - out / 100, y, z, look] as const,
          ]);
          const strangers = pairs.map(({ out, y, z }, i) => [middle + out / 30, z, y, 100 + i] as const);
          const found = planeOf(standing([...strangers, ...rows]), 0, rows.length + strangers.length, 0)!;
          expect(found.middle).toBeCloseTo(middle, 3);
          expect(found.pairs).toBe(pairs.length);
        },
      ),
    );
  });
});
