import { knowsMiddle, type Frames } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import { axesOf } from '../../frames/read-facing.js';
import { standsOf } from '../../frames/stands.js';
import { hashStart, mix, RowTable } from '../../scene/row-table.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';

/** Metres that two mirrored places may be apart. */
const slack = 2e-3;
/** A cell is wider than twice the slack, so at most two of them along each axis can hold a place. */
const cell = slack * 4;

/** The one or two cells along an axis that hold what lies within the slack of a place. No counting: far out, one more is no other number. */
function cellsNear(place: number): readonly number[] {
  const [from, to] = [Math.round((place - slack) / cell), Math.round((place + slack) / cell)];
  return from === to ? [from] : [from, to];
}

/** Mirror partners, both ways. */
export class Partners {
  constructor(
    readonly size: number,
    /** The partner of each id; 0: none (ids begin at 1). */
    readonly ids: Int32Array,
  ) {}
  get(id: ObjectId): ObjectId | undefined {
    return this.ids[id] || undefined;
  }
  *[Symbol.iterator](): Generator<readonly [ObjectId, ObjectId]> {
    for (let id = 1; id < this.ids.length; id++) if (this.ids[id]) yield [id, this.ids[id]!];
  }
}

/** Rows that may have a partner, by the cell of space that they stand in, in tree order. */
class CellTable {
  readonly #table: RowTable;
  /** The first row in a cell, by the row that stands for the cell, and the next of each. */
  readonly #first: Int32Array;
  readonly #next: Int32Array;
  // The cell that is looked for: fields, so that a million look-ups make nothing.
  #frame = 0;
  #look = 0;
  #x = 0;
  #y = 0;
  #z = 0;
  constructor(
    readonly stands: ReturnType<typeof standsOf>,
    readonly frameOf: Int32Array,
  ) {
    const { count } = stands;
    this.#table = new RowTable(count);
    this.#first = new Int32Array(count);
    this.#next = new Int32Array(count).fill(-1);
  }
  /** A row goes before those that are in its cell: rows that are added backwards stand in tree order. */
  add(row: number): void {
    this.#aim(row, this.#cellOf(row, 0), this.#cellOf(row, 1), this.#cellOf(row, 2));
    const stands = this.#table.claim(this.#hash(), row, this.#isCell);
    if (stands !== row) this.#next[row] = this.#first[stands]!;
    this.#first[stands] = row;
  }
  /** The first of those that look like a row, belong to its asset and stand in a cell; -1: none. */
  firstLike(row: number, x: number, y: number, z: number): number {
    this.#aim(row, x, y, z);
    const stands = this.#table.find(this.#hash(), this.#isCell);
    return stands < 0 ? -1 : this.#first[stands]!;
  }
  after(row: number): number {
    return this.#next[row]!;
  }
  #aim(row: number, x: number, y: number, z: number): void {
    this.#frame = this.frameOf[row]!;
    this.#look = this.stands.looks[row]!;
    this.#x = x;
    this.#y = y;
    this.#z = z;
  }
  #cellOf(row: number, k: number): number {
    return Math.round(this.stands.at[row * 3 + k]! / cell);
  }
  readonly #isCell = (row: number): boolean =>
    this.frameOf[row] === this.#frame &&
    this.stands.looks[row] === this.#look &&
    this.#cellOf(row, 0) === this.#x &&
    this.#cellOf(row, 1) === this.#y &&
    this.#cellOf(row, 2) === this.#z;
  #hash(): number {
    return mix(mix(mix(mix(mix(hashStart, this.#frame), this.#look), this.#x), this.#y), this.#z);
  }
}

/**
 * For every object with a shape, the one at the mirrored place across the plane of its asset: the same
 * kind, as many faces and vertices, a box of the same size, middles mirrored within two millimetres, and neither
 * stands on the plane. For every joint, the joint that stands there. One of several at the same place is taken by tree order, each once.
 */
function findPartners(scene: Scene, frames: Frames): Partners {
  const stands = standsOf(scene);
  const { ids, at, count } = stands;
  const numbers = new Map(frames.all.map((frame, i) => [frame, i] as const));
  const frameOf = Int32Array.from({ length: count }, (_, row) => numbers.get(frames.of(ids[row]!))!);
  const axes = frames.all.map(({ facing }) => axesOf[facing][0].axis);
  const isKnown = frames.all.map((frame) => knowsMiddle(frame, frame.side));
  const isOnPlane = (row: number): boolean => {
    const frame = frameOf[row]!;
    return Math.abs(at[row * 3 + axes[frame]!]! - frames.all[frame]!.side.middle) <= slack;
  };
  // What stands on the plane mirrors itself.
  const mayPair = (row: number): boolean => isKnown[frameOf[row]!]! && !isOnPlane(row);
  const cells = new CellTable(stands, frameOf);
  for (let row = count - 1; row >= 0; row--) if (mayPair(row)) cells.add(row);
  const partners = new Int32Array(scene.nextId);
  let found = 0;
  for (let row = 0; row < count; row++) {
    const id = ids[row]!;
    if (partners[id] || !mayPair(row)) continue;
    const other = nearest(row);
    if (other < 0) continue;
    partners[id] = ids[other]!;
    partners[ids[other]!] = id;
    found += 2;
  }
  return new Partners(found, partners);

  /** The first by tree order within the slack of the mirrored place: in its own cell or one beside it. */
  function nearest(row: number): number {
    const frame = frameOf[row]!;
    const { middle } = frames.all[frame]!.side;
    const axis = axes[frame]!;
    const px = axis === 0 ? 2 * middle - at[row * 3]! : at[row * 3]!;
    const py = at[row * 3 + 1]!;
    const pz = axis === 2 ? 2 * middle - at[row * 3 + 2]! : at[row * 3 + 2]!;
    for (const cx of cellsNear(px))
      for (const cy of cellsNear(py))
        for (const cz of cellsNear(pz))
          for (let one = cells.firstLike(row, cx, cy, cz); one >= 0; one = cells.after(one)) {
            if (one === row || partners[ids[one]!]) continue;
            const apart = Math.max(
              Math.abs(at[one * 3]! - px),
              Math.abs(at[one * 3 + 1]! - py),
              Math.abs(at[one * 3 + 2]! - pz),
            );
            if (apart <= slack) return one;
          }
    return -1;
  }
}

const known = new WeakMap<Frames, { readonly places: number; readonly partners: Partners }>();

/** Mirror partners, each across the plane of its asset; remembered until something moves or an asset turns out to face elsewhere. */
export function mirrorPartners(scene: Scene, convention: CompiledConvention | null): Partners {
  const frames = framesOf(scene, convention);
  let held = known.get(frames);
  if (held?.places !== scene.geometryVersion)
    known.set(frames, (held = { places: scene.geometryVersion, partners: findPartners(scene, frames) }));
  return held.partners;
}
