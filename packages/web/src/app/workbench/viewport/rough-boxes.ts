import { BoxGeometry, Color, InstancedMesh, Matrix4, MeshLambertMaterial } from 'three';
import type { DrawUnit } from './draw-units';
import type { StageContent } from './stage-content';

const faces = 12;

/**
 * What is drawn while the view is turned where the whole cannot be drawn in a frame: the largest objects as they are, the
 * next ones as boxes, no edges, and the smallest not at all.
 */
export class RoughBoxes {
  readonly #geometry = new BoxGeometry(1, 1, 1);
  readonly #material = new MeshLambertMaterial();
  mesh: InstancedMesh | null = null;

  /** Units that fit in so many triangles together; the boxes among them are put into `mesh`. */
  choose(content: StageContent, triangles: number): DrawUnit[] {
    const units = content.units().filter(({ objects }) => !('isLineSegments' in objects[0]!));
    const chosen: DrawUnit[] = [];
    const drawn = new Set<unknown>();
    let left = triangles;
    for (const unit of units) {
      // Half is kept for boxes: a view in which most is missing cannot be steered by.
      if (unit.range || left - unit.triangles < triangles / 2) break;
      left -= unit.triangles;
      chosen.push(unit);
      for (const object of unit.objects) drawn.add(object);
    }
    const boxes = this.#boxes(content, drawn, Math.floor(left / faces));
    if (boxes) chosen.push({ objects: [boxes], triangles: boxes.count * faces, range: null });
    return chosen;
  }
  dispose(): void {
    this.mesh?.dispose();
    this.#geometry.dispose();
    this.#material.dispose();
  }

  #boxes(content: StageContent, drawn: ReadonlySet<unknown>, most: number): InstancedMesh | null {
    this.mesh?.dispose();
    this.mesh = null;
    if (most < 1) return null;
    const mesh = new InstancedMesh(this.#geometry, this.#material, Math.min(most, content.slots.size));
    mesh.frustumCulled = false;
    const colour = new Color();
    let at = 0;
    for (const slot of content.slots.values()) {
      if (at >= most) break;
      const pool = slot.placed[0]?.pool;
      const box = content.boxMatrix(slot.shape);
      if (!pool || !box || drawn.has(pool.mesh) || slot.look === 'ghost' || slot.look === 'box') continue;
      mesh.setMatrixAt(at, new Matrix4().fromArray(slot.world).multiply(box));
      const material = pool.mesh.material as MeshLambertMaterial;
      mesh.setColorAt(at++, colour.copy(material.color));
    }
    mesh.count = at;
    return (this.mesh = mesh);
  }
}
