import { Euler, Quaternion } from 'three';
import { fromDegrees, tidy, toDegrees } from './turns';

describe('turns in degrees', () => {
  it('are those of three, order XYZ, both ways', () => {
    for (const [x, y, z] of [
      [0, 0, 0],
      [10, 20, -30],
      [170, -70, 45],
      [-90, 0, 90],
      [33, 88, -120],
    ] as const) {
      const [a, b, c] = [x, y, z].map((d) => (d * Math.PI) / 180) as [number, number, number];
      const q = new Quaternion().setFromEuler(new Euler(a, b, c, 'XYZ'));
      fromDegrees([x, y, z]).forEach((n, i) => expect(n).toBeCloseTo(q.toArray()[i]!, 12));
      toDegrees(q.toArray()).forEach((n, i) => expect(n).toBeCloseTo([x, y, z][i]!, 6));
    }
  });
  it('mean the same turn even where two axes fall together', () => {
    const q = fromDegrees([20, 90, 15]);
    const again = fromDegrees(toDegrees(q));
    const dot = Math.abs(q.reduce((sum, n, i) => sum + n * again[i]!, 0));
    expect(dot).toBeCloseTo(1, 6);
  });
  it('are shown without a tail of digits', () =>
    expect([0.30000000000000004, -0.0001, 90].map(tidy)).toEqual(['0.3', '0', '90']));
});
