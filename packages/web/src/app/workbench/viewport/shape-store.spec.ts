import { SphereGeometry } from 'three';
import type { DrawnPart } from './geometry-messages';
import { ShapeStore } from './shape-store';
import { packTree, treeBuffers, treeOf } from './shape-tree';

const part = (corners: number): DrawnPart => ({
  positions: new Float32Array(9),
  normals: new Float32Array(9),
  indices: new Uint32Array(corners),
  edges: null,
  lines: false,
  material: null,
  tree: null,
});
const large = 7_000_000;

describe('shapes that there is no room for', () => {
  it('are boxes, and drawn in full when somebody asks, in a room of their own', () => {
    const store = new ShapeStore();
    store.put(0, [part(large)]);
    store.put(1, [part(large)]);
    store.put(2, [part(large)]);
    store.put(3, null);
    expect(store.boxed).toBe(3);
    expect(store.putAsked(1, [part(large)])).toBeTrue();
    expect(store.putAsked(2, [part(large)]))
      .withContext('both at once are too much')
      .toBeFalse();
    expect(store.putAsked(3, null)).toBeFalse();
    expect([store.boxed, store.partsOf(1) !== null, store.partsOf(2)]).toEqual([2, true, null]);
    expect([...store.releaseAsked()]).toEqual([1]);
    expect([store.boxed, store.partsOf(1)]).toEqual([3, null]);
    expect(store.putAsked(2, [part(large)])).toBeTrue();
  });
});

describe('the tree over a shape', () => {
  it('is the same made here or handed over in pieces', () => {
    const made = new SphereGeometry(1, 40, 40);
    const packed = packTree(made);
    const tree = structuredClone(packed, { transfer: treeBuffers(packed) });
    const store = new ShapeStore();
    store.put(0, [
      {
        ...part(0),
        positions: made.getAttribute('position').array as Float32Array,
        normals: made.getAttribute('normal').array as Float32Array,
        indices: Uint32Array.from(made.getIndex()!.array),
        tree,
      },
    ]);
    const { geometry } = store.partsOf(0)![0]!;
    const boxes = (of: typeof geometry): number => {
      let count = 0;
      treeOf(of).shapecast({ intersectsBounds: () => (count++, true), intersectsTriangle: () => false });
      return count;
    };
    expect(boxes(geometry)).toBe(boxes(new SphereGeometry(1, 40, 40)));
    expect(boxes(geometry)).toBeGreaterThan(50);
  });
});
