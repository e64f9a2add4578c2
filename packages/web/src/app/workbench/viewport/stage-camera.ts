import { type Box3, OrthographicCamera, PerspectiveCamera, Raycaster, Vector2, Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';

/** From where one looks. */
export type ViewName = 'free' | 'front' | 'side' | 'top';
const freeDirection: [number, number, number] = [0.6, 0.3, 0.74];
const directions: Record<ViewName, [number, number, number]> = {
  free: freeDirection,
  front: [0, 0, 1],
  side: [1, 0, 0],
  top: [0, 1, 0.0001],
};

/** Where the view is looked at from: turned, moved and zoomed by the pointer, set by names. */
export class StageCamera {
  readonly #perspective = new PerspectiveCamera(38, 1, 0.01, 1000);
  readonly #flat = new OrthographicCamera(-1, 1, 1, -1, -1000, 1000);
  camera: PerspectiveCamera | OrthographicCamera = this.#perspective;
  #controls: OrbitControls;

  constructor(
    readonly canvas: HTMLCanvasElement,
    /** `jumped`: it stands where it went; else the pointer still moves it. */
    readonly moved: (jumped: boolean) => void,
  ) {
    this.#controls = this.#control();
  }
  /** While a box is drawn or handles are dragged the view stands still. */
  set still(still: boolean) {
    this.#controls.enabled = !still;
  }
  /** A ray from the eye through a point of the canvas, pixels. */
  rayAt(x: number, y: number): Raycaster {
    const { clientWidth, clientHeight } = this.canvas;
    // Between two pictures the camera may have moved: its matrix is made when drawing.
    this.camera.updateMatrixWorld();
    const ray = new Raycaster();
    ray.params.Line.threshold = this.#controls.target.distanceTo(this.camera.position) * 0.006;
    ray.setFromCamera(new Vector2((x / clientWidth) * 2 - 1, 1 - (y / clientHeight) * 2), this.camera);
    return ray;
  }
  /** Where a point of the world is on the canvas, pixels, and how deep, 0 to 1. */
  place(point: Vector3): { readonly x: number; readonly y: number; readonly depth: number } {
    const { x, y, z } = point.project(this.camera);
    const { clientWidth, clientHeight } = this.canvas;
    return { x: ((x + 1) / 2) * clientWidth, y: ((1 - y) / 2) * clientHeight, depth: z };
  }
  /** Brings a box into view as large as it goes; null does nothing. */
  fit(box: Box3 | null): void {
    if (!box || box.isEmpty()) return;
    const centre = box.getCenter(new Vector3());
    const radius = Math.max(box.getSize(new Vector3()).length() / 2, 1e-4);
    const back = this.camera.position.clone().sub(this.#controls.target).normalize();
    if (back.lengthSq() < 0.5) back.set(...freeDirection).normalize();
    this.#perspective.near = radius / 100;
    this.#perspective.far = radius * 200;
    const aspect = this.canvas.clientWidth / Math.max(1, this.canvas.clientHeight);
    this.#flat.zoom = 1;
    this.#flat.userData['half'] = radius * 1.08;
    const away =
      this.camera === this.#flat
        ? radius * 10
        : framing(box, centre, back, { fov: this.#perspective.fov, aspect }) * 1.06;
    this.camera.position.copy(centre).addScaledVector(back, away);
    this.#controls.target.copy(centre);
    this.#settle();
  }
  look(view: ViewName): void {
    const target = this.#controls.target.clone();
    const half = Math.max(1e-3, this.camera.position.distanceTo(target) * Math.tan((19 * Math.PI) / 180));
    this.camera = view === 'free' ? this.#perspective : this.#flat;
    this.#flat.userData['half'] ??= half;
    this.#controls.dispose();
    this.#controls = this.#control();
    this.#controls.enableRotate = view === 'free';
    this.#controls.target.copy(target);
    this.camera.position.copy(target).addScaledVector(new Vector3(...directions[view]).normalize(), half * 3);
    this.#settle();
  }
  resize(width: number, height: number): void {
    this.#perspective.aspect = width / height;
    const half = (this.#flat.userData['half'] as number | undefined) ?? 1;
    const wide = width / height;
    Object.assign(this.#flat, {
      left: -half * Math.max(1, wide),
      right: half * Math.max(1, wide),
      top: half / Math.min(1, wide),
      bottom: -half / Math.min(1, wide),
    });
    this.#perspective.updateProjectionMatrix();
    this.#flat.updateProjectionMatrix();
  }
  dispose(): void {
    this.#controls.dispose();
  }

  #settle(): void {
    const { clientWidth, clientHeight } = this.canvas;
    if (clientWidth && clientHeight) this.resize(clientWidth, clientHeight);
    this.#jumps = true;
    this.#controls.update();
    this.#jumps = false;
    this.moved(true);
  }
  #jumps = false;
  #control(): OrbitControls {
    const controls = new OrbitControls(this.camera, this.canvas);
    controls.zoomToCursor = true;
    controls.addEventListener('change', () => this.moved(this.#jumps));
    return controls;
  }
}

/**
 * How far back along `back` the eye must stand so that every corner of the box is inside the picture. Metres.
 * `fov`: of the whole height, degrees; `aspect`: width by height.
 */
export function framing(
  box: Box3,
  centre: Vector3,
  back: Vector3,
  { fov, aspect }: { readonly fov: number; readonly aspect: number },
): number {
  const right = new Vector3(0, 1, 0).cross(back).normalize();
  const up = back.clone().cross(right);
  const tall = Math.tan((fov * Math.PI) / 360);
  let away = 0;
  for (let i = 0; i < 8; i++) {
    const corner = new Vector3(
      i & 1 ? box.max.x : box.min.x,
      i & 2 ? box.max.y : box.min.y,
      i & 4 ? box.max.z : box.min.z,
    ).sub(centre);
    const near = corner.dot(back);
    away = Math.max(
      away,
      near + Math.abs(corner.dot(up)) / tall,
      near + Math.abs(corner.dot(right)) / (tall * aspect),
    );
  }
  return Math.max(away, 1e-3);
}
