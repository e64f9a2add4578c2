import { Euler, Quaternion } from 'three';
import { degrees, metres } from './numbers';

describe('numbers of the inspector', () => {
  it('turns quaternions into the angles that three gives, order XYZ', () => {
    for (const [x, y, z] of [
      [0, 0, 0],
      [0.3, 0.2, -1],
      [1.2, -0.7, 2.5],
      [0, 0, Math.PI],
    ] as const) {
      const q = new Quaternion().setFromEuler(new Euler(x, y, z, 'XYZ'));
      const e = new Euler().setFromQuaternion(q, 'XYZ');
      const wanted = [e.x, e.y, e.z].map(
        (a) => `${((a * 180) / Math.PI).toFixed(1).replace('-0.0', '0.0')}°`,
      );
      expect(degrees([q.x, q.y, q.z, q.w])).toEqual(wanted);
    }
  });
  it('shows no minus before zero', () =>
    expect([metres(-0.0001), metres(1.5)]).toEqual(['0.000 m', '1.500 m']));
});
