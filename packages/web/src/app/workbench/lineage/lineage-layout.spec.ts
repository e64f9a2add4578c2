import { sceneFromOutline } from '@renquil/core/testing';
import { layLineage, walkLineage } from './lineage-layout';

const scene = sceneFromOutline('a\n  b : mesh\n  c : mesh\n    d : mesh\ne : mesh');

describe('the lineage map', () => {
  it('makes a branch as wide as its objects, and puts children under their parent', () => {
    const blocks = new Map(layLineage(scene, 'objects', 0).map((block) => [block.id, block] as const));
    const width = (id: number) => blocks.get(id)!.x1 - blocks.get(id)!.x0;
    expect([1, 2, 3, 4, 5].map((id) => Math.round(width(id) * 5))).toEqual([4, 1, 2, 1, 1]);
    expect([1, 2, 3, 4, 5].map((id) => blocks.get(id)!.depth)).toEqual([0, 1, 1, 2, 0]);
    for (const [child, parent] of [
      [2, 1],
      [3, 1],
      [4, 3],
    ] as const) {
      expect(blocks.get(child)!.x0).toBeGreaterThanOrEqual(blocks.get(parent)!.x0 - 1e-9);
      expect(blocks.get(child)!.x1).toBeLessThanOrEqual(blocks.get(parent)!.x1 + 1e-9);
    }
  });
  it('makes deep branches wide by depth', () => {
    const blocks = new Map(layLineage(scene, 'depth', 0).map((block) => [block.id, block] as const));
    const width = (id: number) => Math.round((blocks.get(id)!.x1 - blocks.get(id)!.x0) * 9);
    expect([1, 2, 3, 4, 5].map(width)).toEqual([8, 2, 5, 3, 1]);
  });
  it('leaves out what would be too narrow to see', () => {
    const heap = sceneFromOutline(`r\n${[...Array(500).keys()].map((i) => `  m${i} : mesh`).join('\n')}`);
    expect(layLineage(heap, 'objects', 0.01)).toHaveSize(1);
    expect(layLineage(heap, 'objects', 0)).toHaveSize(501);
  });
  it('is walked by arrows: siblings, parent, first child', () => {
    expect(walkLineage(scene, null, 'ArrowDown')).toBe(1);
    expect(
      ['ArrowDown', 'ArrowRight', 'ArrowUp', 'ArrowLeft'].map((key) => walkLineage(scene, 1, key)),
    ).toEqual([2, 5, 1, 1]);
    expect(walkLineage(scene, 4, 'ArrowUp')).toBe(3);
  });
});
