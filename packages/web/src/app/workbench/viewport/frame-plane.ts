import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  PlaneGeometry,
  type Box3,
  Vector3,
} from 'three';
import { axesOf, type Frame } from '@renquil/core/frames';

/** The plane that parts an asset's left from its right, and an arrow on the floor to where it faces. */
export class FramePlane {
  readonly group = new Group();
  readonly #sheet: Mesh<PlaneGeometry, MeshBasicMaterial>;
  readonly #lines: LineSegments<BufferGeometry, LineBasicMaterial>;

  constructor(colour: string) {
    this.#sheet = new Mesh(
      new PlaneGeometry(1, 1),
      new MeshBasicMaterial({
        color: colour,
        transparent: true,
        opacity: 0.14,
        side: DoubleSide,
        depthWrite: false,
      }),
    );
    this.#lines = new LineSegments(new BufferGeometry(), new LineBasicMaterial({ color: colour }));
    this.group.add(this.#sheet, this.#lines);
    this.group.visible = false;
  }
  /** Nothing: it goes. */
  show(frame: Frame | null, box: Box3): void {
    this.group.visible = frame !== null && !box.isEmpty();
    if (!frame || box.isEmpty()) return;
    const [side, front] = axesOf[frame.facing];
    const size = box.getSize(new Vector3());
    const margin = Math.max(size.x, size.y, size.z) * 0.06;
    const along = front.axis;
    const [low, high] = [box.min.getComponent(along) - margin, box.max.getComponent(along) + margin];
    const [floor, top] = [box.min.y, box.max.y + margin];
    const at = (y: number, z: number): Vector3 =>
      new Vector3().setComponent(side.axis, frame.side.middle).setComponent(along, z).setY(y);
    this.#sheet.position.copy(at((floor + top) / 2, (low + high) / 2));
    this.#sheet.scale.set(high - low, top - floor, 1);
    this.#sheet.rotation.y = along === 2 ? Math.PI / 2 : 0;
    const [from, tip] = front.sign > 0 ? [high, high + margin * 4] : [low, low - margin * 4];
    const back = tip - front.sign * margin;
    const wing = (way: 1 | -1): Vector3 =>
      at(floor, back).setComponent(side.axis, frame.side.middle + way * margin * 0.6);
    const corners = [at(floor, low), at(floor, high), at(top, high), at(top, low)];
    const points = [
      ...corners.flatMap((corner, i) => [corner, corners[(i + 1) % 4]!]),
      at(floor, from),
      at(floor, tip),
      wing(1),
      at(floor, tip),
      wing(-1),
      at(floor, tip),
    ];
    const flat = Float32Array.from(points.flatMap((point) => point.toArray()));
    this.#lines.geometry.dispose();
    this.#lines.geometry = new BufferGeometry();
    this.#lines.geometry.setAttribute('position', new BufferAttribute(flat, 3));
  }
  colour(colour: string): void {
    this.#sheet.material.color.set(colour);
    this.#lines.material.color.set(colour);
  }
  dispose(): void {
    for (const one of [this.#sheet, this.#lines]) {
      one.geometry.dispose();
      one.material.dispose();
    }
  }
}
