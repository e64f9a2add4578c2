import {
  BoxGeometry,
  Group,
  LineSegments,
  Matrix4,
  type BufferGeometry,
  type Intersection,
  type Material,
} from 'three';
import { displays, drawnWorld, type Display, type Mat4, type ObjectId, type Scene } from '@renquil/core';
import { looksOf, outlineList, type DrawWish } from './draw-list';
import { BatchPool, InstancePool, type DrawnPool, type Placed } from './drawn-pool';
import type { ShapeStore } from './shape-store';

/** From so many objects of one shape on they are instances of it; below, shapes share buffers. */
const instancesFrom = 24;
/** Objects with drawn edges at most: each is a draw call of its own. */
const edgesMost = 2500;

interface Slot {
  /** Shape and look: another one means that it is placed anew. */
  readonly key: number;
  world: Mat4;
  readonly placed: readonly Placed[];
  readonly lines: readonly LineSegments[];
  /** Places are those of the unit box. */
  readonly boxed: boolean;
  seen: number;
}
export interface ContentMaterials {
  of(material: number | null, look: Display): Material;
  readonly line: Material;
  readonly edge: Material;
}

/**
 * What is drawn of a scene, kept over edits: an edit touches what it changed. `work` counts what was done, so that a test
 * can hold it to that.
 */
export class StageContent {
  readonly group = new Group();
  readonly work = { placed: 0, moved: 0, removed: 0 };
  readonly #slots = new Map<ObjectId, Slot>();
  readonly #outlines = new Map<ObjectId, { line: LineSegments; of: unknown; world: Mat4; seen: number }>();
  readonly #instanced = new Map<string, InstancePool>();
  readonly #batches = new Map<string, BatchPool[]>();
  readonly #box = new BoxGeometry(1, 1, 1);
  #pass = 0;
  #edged = 0;

  constructor(
    readonly scene: Scene,
    readonly store: ShapeStore,
    readonly materials: ContentMaterials,
  ) {}

  /** Brings what is drawn to the scene as it is now. */
  update(wish: DrawWish): void {
    const pass = ++this.#pass;
    const { scene } = this;
    const uses = new Uint32Array(scene.shapes.length);
    const looks = [...looksOf(scene, wish)];
    for (const { object } of looks) uses[object.shape!]!++;
    for (const { object, look } of looks) {
      const key = object.shape! * displays.length + displays.indexOf(look);
      const world = drawnWorld(scene, object.id);
      let slot = this.#slots.get(object.id);
      if (slot && slot.key !== key) {
        this.#remove(object.id, slot);
        slot = undefined;
      }
      if (!slot) {
        slot = this.#place(object.id, object.shape!, look, key, world, uses[object.shape!]!);
        this.#slots.set(object.id, slot);
      } else if (!same(slot.world, world)) this.#move(slot, object.shape!, world);
      slot.seen = pass;
    }
    for (const [id, slot] of this.#slots) if (slot.seen !== pass) this.#remove(id, slot);
    this.#updateOutlines(wish, pass);
  }
  /** Shapes have arrived: whatever stood as a box for one of them is drawn as itself from the next update on. */
  shapesArrived(): void {
    for (const [id, slot] of [...this.#slots]) if (slot.boxed) this.#remove(id, slot);
  }
  drawnObjects(): Set<ObjectId> {
    return new Set([...this.#slots.keys(), ...this.#outlines.keys()]);
  }
  objectOf(hit: Intersection): ObjectId | undefined {
    const { pool, id } = hit.object.userData as { pool?: DrawnPool; id?: ObjectId };
    return pool ? pool.objects[(hit.instanceId ?? hit.batchId)!] : id;
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
    for (const pool of this.#instanced.values()) pool.mesh.dispose();
    for (const pools of this.#batches.values()) for (const pool of pools) pool.mesh.dispose();
    this.#box.dispose();
    this.group.clear();
  }

  #place(id: ObjectId, shape: number, look: Display, key: number, world: Mat4, uses: number): Slot {
    this.work.placed++;
    const matrix = new Matrix4().fromArray(world);
    const parts = look === 'box' ? null : this.store.partsOf(shape);
    if (!parts) {
      const box = this.boxMatrix(shape);
      const pool = this.#instances(this.#box, null, look, 64);
      const placed = box ? [{ pool, at: pool.add(id, matrix.multiply(box)) }] : [];
      return { key, world, placed, lines: [], boxed: true, seen: 0 };
    }
    const placed: Placed[] = [];
    const lines: LineSegments[] = [];
    for (const { geometry, edges, lines: isLines, material } of parts) {
      if (isLines) lines.push(this.#line(geometry, this.materials.line, world, id));
      else if (uses >= instancesFrom) {
        const pool = this.#instances(geometry, material, look, uses);
        placed.push({ pool, at: pool.add(id, matrix) });
      } else {
        const pool = this.#batch(geometry, material, look);
        placed.push({ pool, at: pool.add(geometry, id, matrix) });
      }
      if (edges && look !== 'ghost' && this.#edged < edgesMost) {
        this.#edged++;
        const edge = this.#line(edges, this.materials.edge, world, id);
        // Edges are for the eye: what is picked is the face beside them.
        edge.raycast = () => undefined;
        edge.userData['edge'] = true;
        lines.push(edge);
      }
    }
    return { key, world, placed, lines, boxed: false, seen: 0 };
  }
  #move(slot: Slot, shape: number, world: Mat4): void {
    this.work.moved++;
    slot.world = world;
    const matrix = new Matrix4().fromArray(world);
    const box = slot.boxed ? this.boxMatrix(shape) : null;
    if (box) matrix.multiply(box);
    for (const { pool, at } of slot.placed) pool.set(at, matrix);
    for (const line of slot.lines) line.matrix.fromArray(world);
  }
  #remove(id: ObjectId, slot: Slot): void {
    this.work.removed++;
    this.#slots.delete(id);
    for (const { pool, at } of slot.placed) pool.remove(at);
    for (const line of slot.lines) {
      this.group.remove(line);
      if (line.userData['edge']) this.#edged--;
    }
  }
  #updateOutlines(wish: DrawWish, pass: number): void {
    for (const id of outlineList(this.scene, wish)) {
      const of = this.scene.get(id).outline!;
      const world = drawnWorld(this.scene, id);
      let held = this.#outlines.get(id);
      if (held && held.of !== of) {
        this.group.remove(held.line);
        held = undefined;
      }
      if (!held) {
        const line = this.#line(this.store.outlineOf(of), this.materials.line, world, id);
        this.#outlines.set(id, (held = { line, of, world, seen: pass }));
      } else if (!same(held.world, world)) held.line.matrix.fromArray((held.world = world));
      held.seen = pass;
    }
    for (const [id, { line, seen }] of this.#outlines)
      if (seen !== pass) {
        this.group.remove(line);
        this.#outlines.delete(id);
      }
  }
  #line(geometry: BufferGeometry, material: Material, world: Mat4, id: ObjectId): LineSegments {
    const line = new LineSegments(geometry, material);
    line.matrixAutoUpdate = false;
    line.matrix.fromArray(world);
    line.userData['id'] = id;
    this.group.add(line);
    return line;
  }
  #instances(
    geometry: BufferGeometry,
    material: number | null,
    look: Display,
    expected: number,
  ): InstancePool {
    const key = `${geometry.id} ${material} ${look}`;
    let pool = this.#instanced.get(key);
    if (!pool) {
      pool = new InstancePool(geometry, this.materials.of(material, look), expected, (before, after) => {
        this.group.remove(before);
        this.#show(this.#instanced.get(key)!, look, after);
      });
      this.#instanced.set(key, pool);
      this.#show(pool, look, pool.mesh);
    }
    return pool;
  }
  #batch(geometry: BufferGeometry, material: number | null, look: Display): BatchPool {
    const key = `${material} ${look}`;
    let pools = this.#batches.get(key);
    if (!pools) this.#batches.set(key, (pools = []));
    const last = pools.at(-1);
    if (last?.holds(geometry)) return last;
    const pool = new BatchPool(this.materials.of(material, look), geometry);
    pools.push(pool);
    this.#show(pool, look, pool.mesh);
    return pool;
  }
  #show(pool: DrawnPool, look: Display, mesh: DrawnPool['mesh']): void {
    mesh.userData['pool'] = pool;
    mesh.userData['ghost'] = look === 'ghost';
    this.group.add(mesh);
  }
}

/** Worlds are kept until something above them changes, so most are the very same list. */
function same(a: Mat4, b: Mat4): boolean {
  if (a === b) return true;
  for (let i = 0; i < 16; i++) if (a[i] !== b[i]) return false;
  return true;
}
