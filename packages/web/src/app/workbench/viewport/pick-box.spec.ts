import { seededRandom } from '@renquil/core/testing';
import {
  BufferAttribute,
  BufferGeometry,
  Frustum,
  LineBasicMaterial,
  Matrix4,
  MeshLambertMaterial,
  OrthographicCamera,
  Plane,
  Vector3,
} from 'three';
import { openSnapshot, type SceneSnapshot } from '@renquil/core/scene';
import { boxAgainst, clipped, pickBox } from './pick-box';
import { ShapeStore } from './shape-store';
import { StageContent } from './stage-content';

/** An L of two legs, 1 thick, seen from the front: its box has a corner in which nothing is. */
const legs = (): BufferGeometry => {
  const positions = [0, 0, 4, 0, 4, 1, 0, 1, 0, 1, 1, 1, 1, 4, 0, 4].flatMap((v, i) =>
    i % 2 ? [v, 0] : [v],
  );
  const geometry = new BufferGeometry().setAttribute(
    'position',
    new BufferAttribute(Float32Array.from(positions), 3),
  );
  return geometry.setIndex([0, 1, 2, 0, 2, 3, 4, 5, 6, 4, 6, 7]);
};
function contentOf(): StageContent {
  const bounds = { min: [0, 0, 0], max: [4, 4, 0] };
  const scene = openSnapshot({
    renquil: 'scene/1',
    nextId: 3,
    shapes: [{ name: 'legs', faces: 4, vertices: 8, bounds, digest: '' }],
    materials: [],
    objects: [
      { id: 1, n: 'a', k: 'mesh', sh: 0 },
      {
        id: 2,
        n: 'b',
        k: 'mesh',
        sh: 0,
        l: { t: [10, 0, -3], r: [0, 0, 0.3826834, 0.9238795], s: [2, -1, 1] },
      },
    ],
  } as unknown as SceneSnapshot);
  const material = new MeshLambertMaterial();
  const line = new LineBasicMaterial();
  const content = new StageContent(scene, new ShapeStore(), { of: () => material, line, edge: line });
  const shape = legs();
  content.store.put(0, [
    {
      positions: shape.getAttribute('position').array as Float32Array,
      normals: null,
      indices: Uint32Array.from(shape.getIndex()!.array),
      edges: null,
      lines: false,
      material: null,
      tree: null,
    },
  ]);
  content.update({ home: new Set(), helpers: 'ghost', only: null });
  return content;
}
/** The space behind a rectangle of the front view, metres. */
function behind(x0: number, y0: number, x1: number, y1: number): Frustum {
  const camera = new OrthographicCamera(x0, x1, y1, y0, 0.1, 100);
  camera.position.z = 50;
  camera.updateMatrixWorld();
  return new Frustum().setFromProjectionMatrix(
    new Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse),
  );
}

describe('picking by a box', () => {
  const content = contentOf();
  it('goes by the triangles, not by the box around them', () => {
    expect(pickBox(content, behind(2, 2, 3, 3), 'touches')).toEqual([]);
    expect(pickBox(content, behind(2, 0.5, 3, 3), 'touches')).toEqual([1]);
    expect(pickBox(content, behind(-1, -1, 3, 5), 'holds')).toEqual([]);
    expect(pickBox(content, behind(-1, -1, 5, 5), 'holds')).toEqual([1]);
  });
  it('agrees with points laid all over the triangles, for turned and mirrored objects, at random', () => {
    const random = seededRandom(5);
    const points = [...content.slots.values()].map((slot) => {
      const world = new Matrix4().fromArray(slot.world);
      return { id: slot.id, points: dense(world) };
    });
    for (let i = 0; i < 300; i++) {
      const [x, y] = [random() * 18 - 3, random() * 14 - 5];
      const [w, h] = [0.3 + random() * 8, 0.3 + random() * 8];
      const frustum = behind(x, y, x + w, y + h);
      const inside = (p: Vector3): boolean => p.x >= x && p.x <= x + w && p.y >= y && p.y <= y + h;
      const touches = new Set(pickBox(content, frustum, 'touches'));
      const holds = new Set(pickBox(content, frustum, 'holds'));
      for (const { id, points: all } of points) {
        // Points lie 0.1 apart: one inside means that it touches, none of them outside that it may be held.
        if (all.some(inside)) expect(touches).toContain(id);
        if (all.some((p) => !inside(p))) expect(holds).not.toContain(id);
        else expect(holds).toContain(id);
      }
      for (const id of holds) expect(touches).toContain(id);
    }
  });
  function dense(world: Matrix4): Vector3[] {
    const all: Vector3[] = [];
    for (let u = 0; u <= 40; u++)
      for (let v = 0; v <= 40; v++) {
        const at = new Vector3(u / 10, v / 10, 0);
        if (at.y <= 1 || at.x <= 1) all.push(at.applyMatrix4(world));
      }
    return all;
  }
  it('clips a polygon to nothing, to a part, or not at all', () => {
    const square = [new Vector3(0, 0, 0), new Vector3(2, 0, 0), new Vector3(2, 2, 0), new Vector3(0, 2, 0)];
    const right = (x: number): Plane => new Plane(new Vector3(1, 0, 0), -x);
    expect(clipped(square, [right(3)])).toEqual([]);
    expect(clipped(square, [right(-1)])).toEqual(square);
    expect(Math.min(...clipped(square, [right(1)]).map((p) => p.x))).toBeCloseTo(1);
    expect(clipped([new Vector3(0, 0, 0), new Vector3(2, 0, 0)], [right(1)])).toHaveSize(2);
  });
  it('knows boxes that are in, out and across', () => {
    const { planes } = behind(0, 0, 4, 4);
    const at = (x: number) => boxAgainst(planes, { min: [x, 1, 0], max: [x + 1, 2, 1] });
    expect(new Set([at(1), at(9), at(3.5)]).size).toBe(3);
  });
});
