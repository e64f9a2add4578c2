import { BufferAttribute, BufferGeometry, LineSegments, type Group, type Material } from 'three';
import { drawnWorld, type ObjectId, type Scene } from '@renquil/core/scene';
import { lookOf, type DrawWish } from './draw-list';

/** Joints that are drawn at most: every edit walks them, and from each up to the root. */
const most = 5000;

/** The bones of skeletons: a line from each joint to the one that it stands under, all in one call. */
export class BoneLines {
  readonly line: LineSegments;
  #joints: readonly ObjectId[] = [];
  constructor(
    readonly scene: Scene,
    material: Material,
  ) {
    this.line = new LineSegments(new BufferGeometry(), material);
    this.line.matrixAutoUpdate = false;
  }
  /** Looks through the scene for joints under joints. */
  find(wish: DrawWish, group: Group): void {
    const { scene } = this;
    const joints: ObjectId[] = [];
    for (const { id, kind, parent } of scene.walk()) {
      if (kind === 'joint' && parent !== null && scene.get(parent).kind === 'joint') joints.push(id);
    }
    this.#joints = joints.length <= most ? joints : [];
    this.update(wish);
    if (this.isDrawn) group.add(this.line);
    else group.remove(this.line);
  }
  get isDrawn(): boolean {
    return this.#joints.length > 0;
  }
  /** Where they are now, without those that are not shown. */
  update(wish: DrawWish): void {
    if (!this.isDrawn) return;
    const { scene } = this;
    const points = new Float32Array(this.#joints.length * 6);
    let at = 0;
    for (const id of this.#joints) {
      const joint = scene.find(id);
      if (!joint || joint.parent === null || lookOf(scene, wish, joint) === null) continue;
      for (const one of [joint.parent, id]) {
        const world = drawnWorld(scene, one);
        points.set([world[12]!, world[13]!, world[14]!], at);
        at += 3;
      }
    }
    this.line.geometry.dispose();
    this.line.geometry = new BufferGeometry().setAttribute(
      'position',
      new BufferAttribute(points.subarray(0, at), 3),
    );
  }
  dispose(): void {
    this.line.geometry.dispose();
  }
}
