import { Group, LineBasicMaterial } from 'three';
import { sceneFromOutline } from '@renquil/core/testing';
import { BoneLines } from './bone-lines';

const wish = { home: new Set<number>(), helpers: 'ghost', only: null } as const;

describe('bones in the 3D view', () => {
  it('go from each joint to the one that it stands under, and along when one is moved or hidden', () => {
    const scene = sceneFromOutline(
      'rig\n  hips : joint\n    spine : joint\n      head : joint\n    prop : mesh',
    );
    const [hips, spine, head] = [2, 3, 4];
    const at = (y: number) => ({
      t: [0, y, 0] as [number, number, number],
      r: [0, 0, 0, 1] as const,
      s: [1, 1, 1] as const,
    });
    scene.patch(hips, { local: at(1) });
    scene.patch(spine, { local: at(2) });
    scene.patch(head, { local: at(3) });
    const [group, bones] = [new Group(), new BoneLines(scene, new LineBasicMaterial())];
    bones.find(wish, group);
    const heights = (): number[] => {
      const { array } = bones.line.geometry.getAttribute('position');
      return [...array].filter((_, i) => i % 3 === 1);
    };
    expect(group.children).toEqual([bones.line]);
    expect(heights()).toEqual([1, 3, 3, 6]);
    scene.patch(spine, { local: at(5) });
    bones.update(wish);
    expect(heights()).toEqual([1, 6, 6, 9]);
    scene.patch(head, { switches: { ...scene.get(head).switches, shown: false } });
    bones.update(wish);
    expect(heights()).toEqual([1, 6]);
    bones.dispose();
  });
  it('are none where nothing is a joint under another', () => {
    const group = new Group();
    const bones = new BoneLines(sceneFromOutline('a : joint\nb\n  c : mesh'), new LineBasicMaterial());
    bones.find(wish, group);
    expect([bones.isDrawn, group.children.length]).toEqual([false, 0]);
  });
});
