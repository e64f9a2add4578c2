import {
  AmbientLight,
  type Box3,
  Color,
  DirectionalLight,
  DoubleSide,
  GridHelper,
  LineBasicMaterial,
  MeshBasicMaterial,
  MeshLambertMaterial,
  OrthographicCamera,
  PerspectiveCamera,
  Raycaster,
  Scene as ThreeScene,
  Vector2,
  Vector3,
  WebGLRenderer,
  type Material,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { Gizmo } from './gizmo';
import { ownBounds, type Display, type ObjectId, type Scene, type Vec3 } from '@renquil/core';
import { DrawPace } from './draw-pace';
import type { DrawWish } from './draw-list';
import { ShapeStore } from './shape-store';
import { StageContent } from './stage-content';
import { StageMarks, type MarkKind } from './stage-marks';

export type ViewName = 'free' | 'front' | 'side' | 'top';
export interface StageColours {
  readonly sky: string;
  readonly ground: string;
  readonly ink: string;
  readonly pick: string;
}
const freeDirection: [number, number, number] = [0.6, 0.3, 0.74];

/** The 3D view without a frame loop: it draws only when something changed. */
export class Stage {
  readonly #renderer: WebGLRenderer;
  readonly #three = new ThreeScene();
  readonly #marks: StageMarks;
  readonly #perspective = new PerspectiveCamera(38, 1, 0.01, 1000);
  readonly #flat = new OrthographicCamera(-1, 1, 1, -1, -1000, 1000);
  #camera: PerspectiveCamera | OrthographicCamera = this.#perspective;
  #controls: OrbitControls;
  #grid: GridHelper | null = null;
  #floor: Box3 | null = null;
  #asked = false;
  #disposed = false;
  readonly #pace = new DrawPace();
  readonly #materials = new Map<string, Material>();
  readonly store = new ShapeStore();
  readonly content: StageContent;
  readonly gizmo: Gizmo;
  /** Pictures drawn so far; tests and the on-demand promise count them. */
  drawn = 0;
  /** Told after every picture. */
  onDrawn: (() => void) | null = null;

  constructor(
    readonly canvas: HTMLCanvasElement,
    readonly scene: Scene,
    public colours: StageColours,
  ) {
    this.content = new StageContent(scene, this.store, {
      of: (material, look) => this.#material(material, look),
      line: this.#keep('line', () => new LineBasicMaterial({ color: colours.ink })),
      edge: this.#keep(
        'edge',
        () => new LineBasicMaterial({ color: colours.ink, transparent: true, opacity: 0.38 }),
      ),
    });
    this.#marks = new StageMarks(scene, this.store, this.content, (kind) => this.#markMaterial(kind));
    this.#renderer = new WebGLRenderer({ canvas, antialias: true, powerPreference: 'low-power' });
    this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
    this.#three.background = new Color(colours.sky);
    const [key, fill] = [new DirectionalLight(0xffffff, 2.2), new DirectionalLight(0xfff2d8, 0.7)];
    key.position.set(3, 6, 5);
    fill.position.set(-4, 1, -3);
    this.#three.add(new AmbientLight(0xffffff, 1.1), key, fill, this.content.group, this.#marks.group);
    this.#controls = this.#control();
    this.gizmo = new Gizmo(this.#camera, canvas, scene, {
      draw: () => this.draw(),
      busy: (busy) => (this.#controls.enabled = !busy),
    });
    this.#three.add(...this.gizmo.objects);
  }
  /** After the tree, a helper name, a switch or the isolation changed, or shapes arrived. What did not change stays. */
  rebuild(wish: DrawWish): void {
    this.content.update(wish);
    this.draw();
  }
  /** Outlines what is picked: jonquil over a dark edge, drawn on top of everything. */
  markPicked(picked: ReadonlySet<ObjectId>): void {
    this.#marks.mark(picked);
    this.draw();
  }
  objectAt(x: number, y: number): ObjectId | null {
    return this.hitAt(x, y)?.id ?? null;
  }
  /** The object under a point of the canvas and the place in the world where it is met, metres. */
  hitAt(x: number, y: number): { id: ObjectId; point: Vec3 } | null {
    const { clientWidth, clientHeight } = this.canvas;
    // Between two pictures the camera may have moved: its matrix is made when drawing.
    this.#camera.updateMatrixWorld();
    const ray = new Raycaster();
    ray.params.Line.threshold = this.#controls.target.distanceTo(this.#camera.position) * 0.006;
    ray.setFromCamera(new Vector2((x / clientWidth) * 2 - 1, 1 - (y / clientHeight) * 2), this.#camera);
    const hits = ray.intersectObjects(this.content.group.children, false);
    // A ghost is only picked where nothing real lies behind it.
    const hit = hits.find((h) => !h.object.userData['ghost']) ?? hits[0];
    if (!hit) return null;
    const id = this.content.objectOf(hit);
    return id === undefined ? null : { id, point: hit.point.toArray() };
  }
  /** Drawn objects whose middle lies within a rectangle of the canvas, pixels. */
  objectsIn(rect: { x0: number; y0: number; x1: number; y1: number }): ObjectId[] {
    this.#camera.updateMatrixWorld();
    return [...this.drawnObjects()].filter((id) => {
      const at = this.placeOnCanvas(id);
      return at && at.depth < 1 && at.x >= rect.x0 && at.x <= rect.x1 && at.y >= rect.y0 && at.y <= rect.y1;
    });
  }
  /** Objects that are drawn. */
  drawnObjects(): Set<ObjectId> {
    return this.content.drawnObjects();
  }
  /** Where the middle of an object is on the canvas, pixels, and how deep, 0 to 1; null: it has no shape. */
  placeOnCanvas(id: ObjectId): { readonly x: number; readonly y: number; readonly depth: number } | null {
    const box = this.scene.find(id) && ownBounds(this.scene, id);
    if (!box) return null;
    const middle = new Vector3(
      ...(box.min.map((low, k) => (low + box.max[k]!) / 2) as [number, number, number]),
    );
    middle.project(this.#camera);
    const { clientWidth, clientHeight } = this.canvas;
    return { x: ((middle.x + 1) / 2) * clientWidth, y: ((1 - middle.y) / 2) * clientHeight, depth: middle.z };
  }
  /** While a box is drawn the view stands still. */
  holdStill(still: boolean): void {
    this.#controls.enabled = !still;
  }
  /** Brings a box into view as large as it goes; null does nothing. */
  fit(box: Box3 | null): void {
    if (!box || box.isEmpty()) return;
    const centre = box.getCenter(new Vector3());
    const radius = Math.max(box.getSize(new Vector3()).length() / 2, 1e-4);
    const back = this.#camera.position.clone().sub(this.#controls.target).normalize();
    if (back.lengthSq() < 0.5) back.set(...freeDirection).normalize();
    this.#perspective.near = radius / 100;
    this.#perspective.far = radius * 200;
    const aspect = this.canvas.clientWidth / Math.max(1, this.canvas.clientHeight);
    this.#flat.zoom = 1;
    this.#flat.userData['half'] = radius * 1.08;
    const away =
      this.#camera === this.#flat
        ? radius * 10
        : framing(box, centre, back, this.#perspective.fov, aspect) * 1.06;
    this.#camera.position.copy(centre).addScaledVector(back, away);
    this.#controls.target.copy(centre);
    this.resize();
    this.#controls.update();
  }
  look(view: ViewName): void {
    const target = this.#controls.target.clone();
    const directions: Record<ViewName, [number, number, number]> = {
      free: freeDirection,
      front: [0, 0, 1],
      side: [1, 0, 0],
      top: [0, 1, 0.0001],
    };
    const half = Math.max(1e-3, this.#camera.position.distanceTo(target) * Math.tan((19 * Math.PI) / 180));
    this.#camera = view === 'free' ? this.#perspective : this.#flat;
    this.#flat.userData['half'] ??= half;
    this.#controls.dispose();
    this.#controls = this.#control();
    this.gizmo.see(this.#camera);
    this.#controls.enableRotate = view === 'free';
    this.#controls.target.copy(target);
    this.#camera.position
      .copy(target)
      .addScaledVector(new Vector3(...directions[view]).normalize(), half * 3);
    this.resize();
    this.#controls.update();
  }
  /** A floor grid under everything, a step of which is a round number of metres. */
  setFloor(box: Box3): void {
    this.#floor = box;
    if (this.#grid) {
      this.#three.remove(this.#grid);
      this.#grid.dispose();
    }
    if (box.isEmpty()) return;
    const size = box.getSize(new Vector3());
    const step = 10 ** Math.floor(Math.log10(Math.max(size.x, size.z, 1e-3) / 2));
    const lines = Math.ceil((Math.max(size.x, size.z) * 2.4) / step / 2) * 2;
    this.#grid = new GridHelper(lines * step, lines, this.colours.ground, this.colours.ground);
    this.#grid.position.y = box.min.y;
    this.#three.add(this.#grid);
  }
  /** Other colours of the page: sky, grid and lines take them on; objects have their own. */
  colour(colours: StageColours): void {
    this.colours = colours;
    (this.#three.background as Color).set(colours.sky);
    const ink = /^(line|edge|pick-edge)$| (ghost|box)$/;
    for (const [key, material] of this.#materials) {
      const { color } = material as LineBasicMaterial;
      if (ink.test(key)) color.set(colours.ink);
      else if (key.startsWith('pick')) color.set(colours.pick);
    }
    if (this.#floor) this.setFloor(this.#floor);
    this.draw();
  }
  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (!width || !height) return;
    this.#renderer.setSize(width, height, false);
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
    this.draw();
  }
  /** Asks for a picture in the next frame; while somebody types or walks rows on a machine that draws slowly, once they rest. */
  draw(): void {
    if (this.#asked) return;
    this.#asked = true;
    const wait = this.#pace.wait();
    if (wait > 0) setTimeout(() => this.#frame(), wait);
    else this.#frame();
  }
  /** A key was pressed somewhere on the page. */
  keyPressed(): void {
    this.#pace.busy();
  }
  #frame(): void {
    requestAnimationFrame(() => {
      const wait = this.#disposed ? 0 : this.#pace.wait();
      if (wait > 0) {
        setTimeout(() => this.#frame(), wait);
        return;
      }
      this.#asked = false;
      if (this.#disposed) return;
      this.drawn++;
      this.#renderer.render(this.#three, this.#camera);
      this.#pace.drew(this.#renderer.getContext() as WebGL2RenderingContext);
      this.onDrawn?.();
    });
  }
  dispose(): void {
    this.#disposed = true;
    this.#controls.dispose();
    this.gizmo.dispose();
    this.#marks.clear();
    this.content.dispose();
    this.store.dispose();
    for (const material of this.#materials.values()) material.dispose();
    this.#renderer.dispose();
    this.#renderer.forceContextLoss();
  }

  #control(): OrbitControls {
    const controls = new OrbitControls(this.#camera, this.canvas);
    controls.zoomToCursor = true;
    controls.addEventListener('change', () => this.draw());
    return controls;
  }
  #markMaterial(kind: MarkKind): Material {
    return this.#keep(kind, () => {
      const onTop = { depthTest: false, transparent: true };
      const { ink, pick } = this.colours;
      if (kind === 'pick-fill')
        return new MeshBasicMaterial({ color: pick, opacity: 0.7, side: DoubleSide, ...onTop });
      if (kind === 'pick-line') return new LineBasicMaterial({ color: pick, ...onTop });
      return new LineBasicMaterial({ color: ink, opacity: 0.45, ...onTop });
    });
  }
  #material(index: number | null, look: Display): Material {
    return this.#keep(`${index} ${look}`, () => {
      const [r, g, b, a] = index === null ? [0.62, 0.64, 0.62, 1] : this.scene.materials[index]!.colour;
      const opacity = { ghost: 0.16, box: 0.1, wire: 1, solid: a }[look];
      const colour = look === 'ghost' || look === 'box' ? new Color(this.colours.ink) : new Color(r, g, b);
      return new MeshLambertMaterial({
        color: colour,
        side: DoubleSide,
        wireframe: look === 'wire',
        transparent: opacity < 1,
        opacity,
        depthWrite: opacity === 1,
      });
    });
  }
  #keep(key: string, make: () => Material): Material {
    let material = this.#materials.get(key);
    if (!material) this.#materials.set(key, (material = make()));
    return material;
  }
}

/** How far back along `back` the eye must stand so that every corner of the box is inside the picture. Metres. */
export function framing(box: Box3, centre: Vector3, back: Vector3, fov: number, aspect: number): number {
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
