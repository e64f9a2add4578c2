import { openSnapshot, type SceneSnapshot } from '@renquil/core/scene';
import { LineBasicMaterial, MeshLambertMaterial } from 'three';
import { RoughBoxes } from './rough-boxes';
import { ShapeStore } from './shape-store';
import { StageContent } from './stage-content';

describe('what is drawn while the view is turned', () => {
  /** Every tenth object is large. */
  const scene = openSnapshot({
    renquil: 'scene/1',
    nextId: 2001,
    shapes: [0, 1].map((i) => ({
      name: `s${i}`,
      faces: 12,
      vertices: 8,
      bounds: { min: [0, 0, 0], max: i ? [9, 9, 9] : [1, 1, 1] },
      digest: `${i}`,
    })),
    materials: [],
    objects: Array.from({ length: 2000 }, (_, i) => ({
      id: i + 1,
      n: `o${i}`,
      k: 'mesh',
      sh: i % 10 ? 0 : 1,
    })),
  } as unknown as SceneSnapshot);
  const material = new MeshLambertMaterial();
  const line = new LineBasicMaterial();
  const content = new StageContent(scene, new ShapeStore(), { of: () => material, line, edge: line });
  content.update({ home: new Set(), helpers: 'ghost', only: null });
  const drawn = (triangles: number): number =>
    new RoughBoxes().choose(content, triangles).reduce((sum, unit) => sum + unit.triangles, 0);
  it('keeps to what it may', () => {
    for (const triangles of [1200, 6000, 12_000, 24_000])
      expect(drawn(triangles)).toBeLessThanOrEqual(triangles);
  });
  it('is everything where everything goes in, and a good part of it else', () => {
    expect(drawn(1e6)).toBe(2000 * 12);
    expect(drawn(6000)).toBeGreaterThan(3000);
  });
  it('takes the large ones first', () => {
    const rough = new RoughBoxes();
    rough.choose(content, 200 * 12);
    expect([...content.slots.values()].slice(0, 200).every(({ shape }) => shape === 1)).toBeTrue();
    expect(rough.mesh!.count).toBeGreaterThan(100);
    rough.dispose();
  });
});
