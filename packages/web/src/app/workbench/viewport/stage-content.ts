import { BoxGeometry, Group, Matrix4, type BufferGeometry, type LineSegments } from 'three';
import { transformBox, type Box, type Mat4 } from '@renquil/core/math';
import { drawnWorld, type Display, type ObjectId, type Scene, type SceneObject } from '@renquil/core/scene';
import { lookOf, looksOf, outlineList, type DrawWish } from './draw-list';
import { BatchPool, InstancePool, type DrawnPool, type Placed } from './drawn-pool';
import { BoneLines } from './bone-lines';
import { drawUnits, type DrawUnit } from './draw-units';
import type { ContentMaterials } from './content-materials';
import { LineKeeper } from './line-keeper';
import { PoolList } from './pool-list';
import { sameWorld } from './same-world';
import type { ShapeStore } from './shape-store';

/** From so many objects of one shape on they are instances of it; below, shapes share buffers. */
const instancesFrom = 24;
/** From so many objects on the large ones are placed first: they are what is drawn while the view is turned. */
const sortFrom = 200;

/** Where an object's part stands among what is drawn. */
export interface Slot {
  readonly id: ObjectId;
  readonly shape: number;
  readonly look: Display;
  world: Mat4;
  /** World box, made when somebody picks. */
  box: Box | null;
  placed: readonly Placed[];
  lines: readonly LineSegments[];
  /** Drawn as a box: places are those of the unit box. */
  boxed: boolean;
  seen: number;
}
/**
 * What is drawn of a scene, kept over edits: an edit touches what it changed. `work` counts what was done, so that a test
 * can hold it to that.
 */
export class StageContent {
  readonly group = new Group();
  readonly work = { looked: 0, placed: 0, moved: 0, removed: 0 };
  readonly slots = new Map<ObjectId, Slot>();
  readonly #lines: LineKeeper;
  readonly #bones: BoneLines;
  readonly #lists = new Map<string, PoolList<InstancePool | BatchPool>>();
  readonly #listOf = new Map<DrawnPool, PoolList<InstancePool | BatchPool>>();
  readonly #box = new BoxGeometry(1, 1, 1);
  #uses = new Uint32Array(0);
  #pass = 0;

  constructor(
    readonly scene: Scene,
    readonly store: ShapeStore,
    readonly materials: ContentMaterials,
  ) {
    this.#lines = new LineKeeper(this.group, materials);
    this.#bones = new BoneLines(scene, materials.line);
  }
  /** Brings what is drawn to the scene as it is now. */
  update(wish: DrawWish): void {
    const pass = ++this.#pass;
    const { scene } = this;
    const toPlace: { object: SceneObject; look: Display }[] = [];
    this.#uses = new Uint32Array(scene.shapes.length);
    for (const { object, look } of looksOf(scene, wish)) {
      this.#uses[object.shape!]!++;
      const slot = this.#keep(object, look);
      if (slot) slot.seen = pass;
      else toPlace.push({ object, look });
    }
    for (const slot of [...this.slots.values()]) if (slot.seen !== pass) this.#remove(slot);
    if (toPlace.length >= sortFrom) {
      const size = new Map(toPlace.map(({ object }) => [object, sizeOf(scene, object)]));
      toPlace.sort((a, b) => size.get(b.object)! - size.get(a.object)!);
    }
    for (const { object, look } of toPlace) this.#place(object, look, pass);
    this.#updateOutlines(wish, pass);
    this.#bones.find(wish, this.group);
  }
  /**
   * The same for some objects and all below them, when nothing else can have changed. It costs what they are, not what
   * the scene is.
   */
  updateOnly(wish: DrawWish, touched: Iterable<ObjectId>): void {
    const { scene } = this;
    const done = new Set<ObjectId>();
    for (const top of touched) {
      if (done.has(top)) continue;
      if (!scene.find(top)) {
        this.#forget(top);
        continue;
      }
      for (const object of scene.walk(top)) {
        if (done.has(object.id)) continue;
        done.add(object.id);
        const look = lookOf(scene, wish, object);
        if (object.shape === null) this.#forget(object.id);
        else if (look === null) this.#forget(object.id);
        else if (!this.#keep(object, look)) {
          this.#uses[object.shape]!++;
          this.#place(object, look, this.#pass);
        }
        if (object.outline && object.shape === null && look !== null)
          this.#lines.outline(object, scene, this.store.outlineOf(object.outline), this.#pass);
      }
    }
    this.#bones.update(wish);
  }
  /** Shapes have arrived: whatever stood as a box for one of them is drawn as itself from the next update on. */
  shapesArrived(): void {
    for (const slot of [...this.slots.values()])
      if (slot.boxed && this.store.partsOf(slot.shape)) this.#remove(slot);
  }
  /** These shapes are boxes again from the next update on. */
  shapesGone(shapes: ReadonlySet<number>): void {
    for (const slot of [...this.slots.values()]) if (shapes.has(slot.shape)) this.#remove(slot);
  }
  drawnObjects(): Set<ObjectId> {
    return new Set([...this.slots.keys(), ...this.#lines.outlined.keys()]);
  }
  /** Objects drawn as their outline, with the line. */
  get outlined(): LineKeeper['outlined'] {
    return this.#lines.outlined;
  }
  /** Objects that are boxes for want of room or of a way to read their shape. */
  boxedObjects(): ObjectId[] {
    return [...this.slots.values()].filter((s) => s.boxed && s.look !== 'box').map((s) => s.id);
  }
  boxOf(slot: Slot): Box | null {
    const bounds = this.scene.shapes[slot.shape]?.bounds;
    return (slot.box ??= bounds ? transformBox(slot.world, bounds) : null);
  }
  /** Pieces of a picture, what is large before what is small. */
  units(): DrawUnit[] {
    const bones = this.#bones.isDrawn ? [this.#bones.line] : [];
    return drawUnits(this.#listOf.keys(), [...bones, ...this.#lines.drawn()]);
  }
  /** A unit box laid on the bounds of a shape; null: it has none. */
  boxMatrix(shape: number): Matrix4 | null {
    const bounds = this.scene.shapes[shape]?.bounds;
    if (!bounds) return null;
    const { min, max } = bounds;
    const size = min.map((low, k) => Math.max(max[k]! - low, 1e-9)) as [number, number, number];
    const middle = min.map((low, k) => (low + max[k]!) / 2) as [number, number, number];
    return new Matrix4().makeScale(...size).setPosition(...middle);
  }
  get unitBox(): BufferGeometry {
    return this.#box;
  }
  dispose(): void {
    for (const list of this.#lists.values()) list.dispose();
    this.#box.dispose();
    this.#bones.dispose();
    this.group.clear();
  }

  /** The slot of an object that is drawn already, moved to where it is now; null: it is to be placed. */
  #keep(object: SceneObject, look: Display): Slot | null {
    this.work.looked++;
    const slot = this.slots.get(object.id);
    if (!slot) return null;
    if (slot.shape !== object.shape || slot.look !== look) {
      this.#remove(slot);
      return null;
    }
    const world = drawnWorld(this.scene, object.id);
    if (!sameWorld(slot.world, world)) this.#move(slot, world);
    return slot;
  }
  #forget(id: ObjectId): void {
    const slot = this.slots.get(id);
    if (slot) this.#remove(slot);
    this.#lines.forget(id);
  }
  #place({ id, shape }: SceneObject, look: Display, seen: number): void {
    this.work.placed++;
    const world = drawnWorld(this.scene, id);
    const matrix = new Matrix4().fromArray(world);
    const parts = look === 'box' ? null : this.store.partsOf(shape!);
    const placed: Placed[] = [];
    const lines: LineSegments[] = [];
    if (!parts) {
      const box = this.boxMatrix(shape!);
      if (box) placed.push(this.#instances(this.#box, null, look).add(this.#box, id, matrix.multiply(box)));
    }
    for (const { geometry, edges, lines: isLines, material } of parts ?? []) {
      if (isLines) lines.push(this.#lines.line(geometry, this.materials.line, world));
      else {
        const shared = this.#uses[shape!]! >= instancesFrom;
        const pools = shared ? this.#instances(geometry, material, look) : this.#batches(material, look);
        placed.push(pools.add(geometry, id, matrix));
      }
      const edge = edges && look !== 'ghost' && this.#lines.edge(edges, world);
      if (edge) lines.push(edge);
    }
    const slot = { id, shape: shape!, look, world, box: null, placed, lines, boxed: !parts, seen };
    this.slots.set(id, slot);
  }
  #move(slot: Slot, world: Mat4): void {
    this.work.moved++;
    slot.world = world;
    slot.box = null;
    const matrix = new Matrix4().fromArray(world);
    const box = slot.boxed ? this.boxMatrix(slot.shape) : null;
    if (box) matrix.multiply(box);
    for (const { pool, at } of slot.placed) pool.set(at, matrix);
    for (const line of slot.lines) line.matrix.fromArray(world);
  }
  #remove(slot: Slot): void {
    this.work.removed++;
    this.slots.delete(slot.id);
    for (const placed of slot.placed) this.#listOf.get(placed.pool)!.remove(placed);
    for (const line of slot.lines) this.#lines.remove(line);
  }
  #updateOutlines(wish: DrawWish, pass: number): void {
    for (const id of outlineList(this.scene, wish)) {
      const object = this.scene.get(id);
      this.#lines.outline(object, this.scene, this.store.outlineOf(object.outline!), pass);
    }
    this.#lines.sweep(pass);
  }
  #instances(
    geometry: BufferGeometry,
    material: number | null,
    look: Display,
  ): PoolList<InstancePool | BatchPool> {
    return this.#list(`${geometry.id} ${material} ${look}`, () => {
      const drawn = this.materials.of(material, look);
      return (first, expected) => new InstancePool(first, drawn, expected);
    });
  }
  #batches(material: number | null, look: Display): PoolList<InstancePool | BatchPool> {
    return this.#list(`${material} ${look}`, () => {
      const drawn = this.materials.of(material, look);
      // One that fills a call by itself is drawn a stretch at a time, which only an instance can be.
      return (first) =>
        BatchPool.isFor(first) ? new BatchPool(first, drawn) : new InstancePool(first, drawn, 1);
    });
  }
  #list(
    key: string,
    maker: () => (first: BufferGeometry, expected: number) => InstancePool | BatchPool,
  ): PoolList<InstancePool | BatchPool> {
    let list = this.#lists.get(key);
    if (!list) {
      const made = new PoolList(
        maker(),
        (pool) => {
          this.#listOf.set(pool, made);
          this.group.add(pool.mesh);
        },
        (pool) => {
          this.#listOf.delete(pool);
          this.group.remove(pool.mesh);
        },
      );
      this.#lists.set(key, (list = made));
    }
    return list;
  }
}

/** How large an object is in the world, roughly: metres. */
function sizeOf(scene: Scene, { id, shape }: SceneObject): number {
  const bounds = scene.shapes[shape!]?.bounds;
  if (!bounds) return 0;
  const m = drawnWorld(scene, id);
  const [x, y, z] = bounds.max.map((high, k) => high - bounds.min[k]!) as [number, number, number];
  return Math.hypot(x, y, z) * Math.cbrt(Math.abs(determinant(m)));
}
const determinant = (m: Mat4): number =>
  m[0]! * (m[5]! * m[10]! - m[6]! * m[9]!) -
  m[4]! * (m[1]! * m[10]! - m[2]! * m[9]!) +
  m[8]! * (m[1]! * m[6]! - m[2]! * m[5]!);
