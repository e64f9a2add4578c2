import { determinant3, distance, identityMat4, invertAffine, multiply, type Mat4 } from './mat4.js';
import { fromMatrix, toMatrix, type Transform } from './transform.js';
import { seededRandom } from '../testing/random-edits.js';

const random = seededRandom(7);
const between = (a: number, b: number) => a + (b - a) * random();
function randomTransform(): Transform {
  const q = [between(-1, 1), between(-1, 1), between(-1, 1), between(-1, 1)];
  const n = Math.hypot(...q);
  return {
    t: [between(-9, 9), between(-9, 9), between(-9, 9)],
    r: [q[0]! / n, q[1]! / n, q[2]! / n, q[3]! / n],
    s: [between(0.1, 4) * (random() < 0.5 ? -1 : 1), between(0.1, 4), between(0.1, 4)],
  };
}

describe('transforms', () => {
  it('follow glTF 2.0: a quarter turn about Z takes +X to +Y, scale first', () => {
    const h = Math.SQRT1_2;
    const m = toMatrix({ t: [0, 0, 5], r: [0, 0, h, h], s: [2, 1, 1] });
    const wanted = [0, 2, 0, 0, -1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 5, 1];
    expect(distance(m, wanted)).toBeLessThan(1e-15);
  });
  it('come back from their matrix, mirrored ones too', () => {
    for (let i = 0; i < 2000; i++) {
      const m = toMatrix(randomTransform());
      const back = fromMatrix(m)!;
      expect(distance(toMatrix(back), m)).toBeLessThan(1e-9);
    }
  });
  it('do not exist for shear, and not for a scale of nothing', () => {
    const shear: Mat4 = [1, 0, 0, 0, 0.5, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
    expect(fromMatrix(shear)).toBeNull();
    expect(fromMatrix([0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1])).toBeNull();
  });
  it('have an inverse that multiplies to one, whatever the unit', () => {
    for (let i = 0; i < 500; i++) {
      const m = multiply(toMatrix(randomTransform()), toMatrix(randomTransform()));
      expect(distance(multiply(m, invertAffine(m)!), identityMat4)).toBeLessThan(1e-9);
    }
    const tiny = toMatrix({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [1e-5, 1e-5, 1e-5] });
    expect(distance(multiply(tiny, invertAffine(tiny)!), identityMat4)).toBeLessThan(1e-9);
    expect(invertAffine(toMatrix({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [0, 1, 1] }))).toBeNull();
  });
  it('tell a turned handedness by the determinant', () => {
    expect(determinant3(toMatrix({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [-1, 1, 1] }))).toBe(-1);
  });
});
