import { applyChange, type Edit } from '@renquil/core/edits';
import { openSnapshot, type Scene, type SceneSnapshot } from '@renquil/core/scene';
import { BoxGeometry, LineBasicMaterial, MeshLambertMaterial, Raycaster, Vector3 } from 'three';
import { ShapeStore } from './shape-store';
import { pickRay } from './pick-ray';
import { StageContent } from './stage-content';

const identity = { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } as const;
/** So many objects, each with a shape of its own, or all with the same. */
function sceneOf(objects: number, shapes: number): Scene {
  const bounds = { min: [-0.5, -0.5, -0.5] as const, max: [0.5, 0.5, 0.5] as const };
  return openSnapshot({
    renquil: 'scene/1',
    nextId: objects + 1,
    shapes: [...Array(shapes).keys()].map((i) => ({
      name: `s${i}`,
      faces: 12,
      vertices: 24,
      bounds,
      digest: `${i}`,
    })),
    materials: [],
    objects: [...Array(objects).keys()].map((i) => ({
      id: i + 1,
      n: `o${i}`,
      k: 'mesh',
      sh: i % shapes,
      l: { ...identity, t: [i * 2, 0, 0] },
    })),
  } as unknown as SceneSnapshot);
}
function contentOf(scene: Scene, decoded = true): StageContent {
  const store = new ShapeStore();
  const material = new MeshLambertMaterial();
  const line = new LineBasicMaterial();
  const content = new StageContent(scene, store, { of: () => material, line, edge: line });
  if (decoded) arrive(content);
  return content;
}
function arrive(content: StageContent): void {
  content.scene.shapes.forEach((_, index) => {
    const box = new BoxGeometry(1, 1, 1);
    content.store.put(index, [
      {
        positions: box.getAttribute('position').array as Float32Array,
        normals: box.getAttribute('normal').array as Float32Array,
        indices: Uint32Array.from(box.getIndex()!.array),
        edges: null,
        lines: false,
        material: null,
        tree: null,
      },
    ]);
  });
  content.shapesArrived();
}
const wish = { home: new Set<number>(), helpers: 'ghost', only: null } as const;
const at = (content: StageContent, x: number): number | undefined => {
  return pickRay(content, new Raycaster(new Vector3(x, 0, 10), new Vector3(0, 0, -1)))?.id;
};
const move = (scene: Scene, object: number, x: number): Edit => ({
  kind: 'transform',
  object,
  from: scene.get(object).local,
  to: { ...identity, t: [x, 0, 0] },
});
const done = (content: StageContent, work: () => void): Omit<StageContent['work'], 'looked'> => {
  Object.assign(content.work, { looked: 0, placed: 0, moved: 0, removed: 0 });
  work();
  const { placed, moved, removed } = content.work;
  return { placed, moved, removed };
};

for (const [what, objects, shapes] of [
  ['20,000 shapes of their own', 20_000, 20_000],
  ['one shape for all', 5000, 1],
] as const)
  describe(`what is drawn of ${what}`, () => {
    let scene: Scene;
    let content: StageContent;
    beforeAll(() => {
      scene = sceneOf(objects, shapes);
      content = contentOf(scene);
      content.update(wish);
    });
    it('is few draw calls', () => expect(content.group.children.length).toBeLessThan(60));
    it('costs an edit what it changed, not what is there', () => {
      applyChange(scene, { label: '', edits: [move(scene, 7, -50)] });
      expect(done(content, () => content.update(wish))).toEqual({ placed: 0, moved: 1, removed: 0 });
      expect([at(content, -50), at(content, 12)]).toEqual([7, undefined]);
      expect(done(content, () => content.update(wish))).toEqual({ placed: 0, moved: 0, removed: 0 });
    });
    it('looks at nothing else when it knows what was touched', () => {
      applyChange(scene, { label: '', edits: [move(scene, 8, -70)] });
      expect(done(content, () => content.updateOnly(wish, [8]))).toEqual({ placed: 0, moved: 1, removed: 0 });
      expect(content.work.looked).toBe(1);
      expect(at(content, -70)).toBe(8);
    });
    it('takes out and puts in single objects', () => {
      scene.patch(9, { switches: { ...scene.get(9).switches, shown: false } });
      expect(done(content, () => content.update(wish))).toEqual({ placed: 0, moved: 0, removed: 1 });
      expect(at(content, 16)).toBeUndefined();
      scene.patch(9, { switches: { ...scene.get(9).switches, shown: true } });
      expect(done(content, () => content.update(wish))).toEqual({ placed: 1, moved: 0, removed: 0 });
      expect(at(content, 16)).toBe(9);
    });
    it('draws apart what stays home, and only a branch', () => {
      const home = { ...wish, home: new Set([11]) };
      expect(done(content, () => content.update(home))).toEqual({ placed: 1, moved: 0, removed: 1 });
      expect(at(content, 20)).toBe(11);
      content.update({ ...wish, only: new Set([3]) });
      expect([...content.drawnObjects()]).toEqual([3]);
      content.update(wish);
      expect(content.drawnObjects().size).toBe(objects);
    });
  });

describe('shapes that are not there yet', () => {
  it('are boxes in a few draw calls, and themselves once they arrive', () => {
    const scene = sceneOf(3000, 3000);
    const content = contentOf(scene, false);
    content.update(wish);
    expect(content.group.children.length).toBeLessThan(20);
    expect(at(content, 100)).toBe(51);
    arrive(content);
    content.update(wish);
    expect(at(content, 100)).toBe(51);
    // Nothing is left of the boxes: no call for them.
    expect(content.units().reduce((sum, { triangles }) => sum + triangles, 0)).toBe(3000 * 12);
  });
});
