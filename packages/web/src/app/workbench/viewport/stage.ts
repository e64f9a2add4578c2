import {
  AmbientLight,
  type Box3,
  Color,
  DirectionalLight,
  Frustum,
  GridHelper,
  Group,
  Matrix4,
  Scene as ThreeScene,
  Vector3,
  WebGLRenderer,
} from 'three';
import type { Mat4 } from '@renquil/core/math';
import type { Frame } from '@renquil/core/frames';
import { ownBounds, type ObjectId, type Scene } from '@renquil/core/scene';
import type { DrawWish } from './draw-list';
import { FramePlane } from './frame-plane';
import { Gizmo } from './gizmo';
import { Painter } from './painter';
import { pickBox, type BoxPick } from './pick-box';
import { pickRay, type Hit } from './pick-ray';
import { ShapeStore } from './shape-store';
import { StageCamera, type ViewName } from './stage-camera';
import { StageContent } from './stage-content';
import { StageMarks } from './stage-marks';
import type { StageTextures } from './stage-textures';
import { StageMaterials, type StageColours } from './stage-materials';

/** The 3D view without a frame loop: it draws only when something changed. */
export class Stage {
  readonly #renderer: WebGLRenderer;
  readonly #three = new ThreeScene();
  /** Drawn on the kept picture: what is picked, handles. */
  readonly #over = new ThreeScene();
  readonly #marks: StageMarks;
  readonly #will: StageMarks;
  readonly #eye: StageCamera;
  readonly #materials: StageMaterials;
  readonly #sky = new Color();
  readonly #under = new Group();
  #grid: GridHelper | null = null;
  #floor: Box3 | null = null;
  readonly store = new ShapeStore();
  readonly content: StageContent;
  readonly painter: Painter;
  readonly gizmo: Gizmo;
  readonly #plane: FramePlane;

  constructor(
    readonly canvas: HTMLCanvasElement,
    readonly scene: Scene,
    colours: StageColours,
  ) {
    this.#materials = new StageMaterials(scene, colours);
    this.content = new StageContent(scene, this.store, this.#materials);
    this.#marks = new StageMarks(scene, this.store, this.content, (part) =>
      this.#materials.mark(`pick-${part}`),
    );
    this.#will = new StageMarks(scene, this.store, this.content, (part) =>
      this.#materials.mark(`will-${part}`),
    );
    this.#renderer = new WebGLRenderer({ canvas, antialias: false, powerPreference: 'low-power' });
    // Asking how a shader went waits for all that is being drawn.
    this.#renderer.debug.checkShaderErrors = false;
    this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
    this.#renderer.setClearColor(this.#sky.set(colours.sky), 1);
    const [key, fill] = [new DirectionalLight(0xffffff, 2.2), new DirectionalLight(0xfff2d8, 0.7)];
    key.position.set(3, 6, 5);
    fill.position.set(-4, 1, -3);
    this.#three.add(new AmbientLight(0xffffff, 1.1), key, fill, this.content.group, this.#under);
    this.#eye = new StageCamera(canvas, (jumped) => this.painter.moved(jumped));
    this.painter = new Painter(
      this.#renderer,
      this.content,
      { three: this.#three, under: this.#under, over: this.#over },
      () => this.#eye.camera,
    );
    this.gizmo = new Gizmo(this.#eye.camera, canvas, scene, {
      draw: () => this.painter.overChanged(),
      busy: (busy) => (this.#eye.still = busy),
    });
    this.#plane = new FramePlane(colours.pick);
    this.#over.add(this.#plane.group, this.#marks.group, this.#will.group, ...this.gizmo.objects);
  }
  /** After the tree, a helper name, a switch or the isolation changed, or shapes arrived. What did not change stays. */
  rebuild(wish: DrawWish): void {
    this.content.update(wish);
    this.painter.changed();
  }
  /** The same when only these objects, and what is below them, can have changed. */
  rebuildOnly(wish: DrawWish, touched: Iterable<ObjectId>): void {
    this.content.updateOnly(wish, touched);
    this.painter.changed();
  }
  /** Outlines what is picked: jonquil over a dark edge, drawn on top of everything. */
  markPicked(picked: ReadonlySet<ObjectId>): void {
    this.#marks.mark(picked);
    this.painter.overChanged();
  }
  /** Where objects will be when what is looked at is carried out. */
  markPlaces(places: ReadonlyMap<ObjectId, Mat4>): void {
    this.#will.place(places);
    this.painter.overChanged();
  }
  /** The plane and the front of an asset, around a box; null: none. */
  showFrame(frame: Frame | null, box: Box3): void {
    this.#plane.show(frame, box);
    this.painter.overChanged();
  }
  objectAt(x: number, y: number): ObjectId | null {
    return this.hitAt(x, y)?.id ?? null;
  }
  /** The object under a point of the canvas and the place in the world where it is met, metres. */
  hitAt(x: number, y: number): Hit | null {
    return pickRay(this.content, this.#eye.rayAt(x, y));
  }
  /** Drawn objects that a rectangle of the canvas, pixels, touches or holds. */
  objectsIn(rect: { x0: number; y0: number; x1: number; y1: number }, how: BoxPick): ObjectId[] {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    const { camera } = this.#eye;
    camera.updateMatrixWorld();
    // The part of the picture, stretched to be the whole of it.
    const [wide, tall] = [width / Math.max(1, rect.x1 - rect.x0), height / Math.max(1, rect.y1 - rect.y0)];
    const [x, y] = [(rect.x0 + rect.x1) / width - 1, 1 - (rect.y0 + rect.y1) / height];
    const part = new Matrix4().makeScale(wide, tall, 1).setPosition(-x * wide, -y * tall, 0);
    const seen = part.multiply(camera.projectionMatrix).multiply(camera.matrixWorldInverse);
    return pickBox(this.content, new Frustum().setFromProjectionMatrix(seen), how);
  }
  /** Objects that are drawn. */
  drawnObjects(): Set<ObjectId> {
    return this.content.drawnObjects();
  }
  /** Where the middle of an object is on the canvas, pixels, and how deep, 0 to 1; null: it has no shape. */
  placeOnCanvas(id: ObjectId): { readonly x: number; readonly y: number; readonly depth: number } | null {
    const box = this.scene.find(id) && ownBounds(this.scene, id);
    if (!box) return null;
    return this.#eye.place(
      new Vector3(...(box.min.map((low, k) => (low + box.max[k]!) / 2) as [number, number, number])),
    );
  }
  /** Objects whose middle is seen, from left to right and then from top to bottom. */
  inViewOrder(): ObjectId[] {
    const { clientWidth, clientHeight } = this.canvas;
    const seen: { id: ObjectId; x: number; y: number }[] = [];
    for (const id of this.drawnObjects()) {
      const at = this.placeOnCanvas(id);
      if (at && at.depth < 1 && at.x >= 0 && at.x <= clientWidth && at.y >= 0 && at.y <= clientHeight)
        seen.push({ id, x: Math.round(at.x), y: Math.round(at.y) });
    }
    return seen.sort((a, b) => a.x - b.x || a.y - b.y || a.id - b.id).map(({ id }) => id);
  }
  /** While a box is drawn the view stands still. */
  holdStill(still: boolean): void {
    this.#eye.still = still;
  }
  /** Brings a box into view as large as it goes; null does nothing. */
  fit(box: Box3 | null): void {
    this.#eye.fit(box);
  }
  look(view: ViewName): void {
    this.#eye.look(view);
    this.gizmo.see(this.#eye.camera);
  }
  /** A floor grid under everything, a step of which is a round number of metres. */
  setFloor(box: Box3): void {
    this.#floor = box;
    if (this.#grid) {
      this.#under.remove(this.#grid);
      this.#grid.dispose();
    }
    if (box.isEmpty()) return;
    const { ground } = this.#materials.colours;
    const size = box.getSize(new Vector3());
    const step = 10 ** Math.floor(Math.log10(Math.max(size.x, size.z, 1e-3) / 2));
    const lines = Math.ceil((Math.max(size.x, size.z) * 2.4) / step / 2) * 2;
    this.#grid = new GridHelper(lines * step, lines, ground, ground);
    this.#grid.position.y = box.min.y;
    this.#under.add(this.#grid);
  }
  /** Other colours of the page: sky, grid and lines take them on; objects have their own. */
  colour(colours: StageColours): void {
    this.#materials.colour(colours);
    this.#plane.colour(colours.pick);
    this.#renderer.setClearColor(this.#sky.set(colours.sky), 1);
    if (this.#floor) this.setFloor(this.#floor);
    this.painter.changed();
  }
  /** Pictures of materials, which live as long as the stage; shown or not. */
  wear(textures: StageTextures): void {
    this.#textures?.dispose();
    this.#textures = textures;
  }
  get hasTextures(): boolean {
    return (this.#textures?.size ?? 0) > 0;
  }
  showTextures(shown: boolean): void {
    if (!this.#textures) return;
    this.#materials.show(shown ? this.#textures : null);
    this.painter.changed();
  }
  #textures: StageTextures | null = null;
  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (!width || !height) return;
    this.#renderer.setSize(width, height, false);
    this.#eye.resize(width, height);
    this.painter.resize(this.canvas.width, this.canvas.height);
  }
  /** A key was pressed somewhere on the page. */
  keyPressed(): void {
    this.painter.keyPressed();
  }
  dispose(): void {
    this.#textures?.dispose();
    this.painter.dispose();
    this.#eye.dispose();
    this.gizmo.dispose();
    this.#plane.dispose();
    this.#marks.clear();
    this.content.dispose();
    this.store.dispose();
    this.#materials.dispose();
    this.#renderer.dispose();
    this.#renderer.forceContextLoss();
  }
}
