import { BoxGeometry, Matrix4, MeshLambertMaterial, SphereGeometry } from 'three';
import { drawUnits } from './draw-units';
import { BatchPool, callMost, InstancePool, trianglesOf } from './drawn-pool';

const solid = new MeshLambertMaterial();
const clear = new MeshLambertMaterial({ transparent: true });

describe('the pieces of a picture', () => {
  it('cut a single large shape into stretches that are all of it and none twice', () => {
    const sphere = new SphereGeometry(1, 200, 100);
    const pool = new InstancePool(sphere, solid, 1);
    pool.add(sphere, 1, new Matrix4());
    const units = drawUnits([pool], []);
    expect(units.length).toBeGreaterThan(4);
    let next = 0;
    for (const { range, triangles } of units) {
      expect(range!.start).toBe(next);
      expect(triangles).toBeLessThanOrEqual(callMost);
      next += range!.count;
    }
    expect(next / 3).toBe(trianglesOf(sphere));
  });
  it('keep to their size whatever is shared', () => {
    const box = new BoxGeometry();
    expect(new InstancePool(box, solid, 100_000).mesh.instanceMatrix.count * 12).toBeLessThanOrEqual(
      callMost,
    );
    const batch = new BatchPool(box, solid);
    for (let i = 0; batch.holds(box); i++) batch.add(box, i, new Matrix4());
    expect(batch.triangles).toBeLessThanOrEqual(callMost);
    expect(batch.size).toBeGreaterThan(100);
    expect([BatchPool.isFor(box), BatchPool.isFor(new SphereGeometry(1, 200, 100))]).toEqual([true, false]);
  });
  it('draw what one sees through last', () => {
    const box = new BoxGeometry();
    const pools = [clear, solid, clear].map((material) => {
      const pool = new InstancePool(box, material, 1);
      pool.add(box, 1, new Matrix4());
      return pool;
    });
    expect(drawUnits(pools, []).map(({ objects }) => objects[0] === pools[1]!.mesh)).toEqual([
      true,
      false,
      false,
    ]);
  });
});
