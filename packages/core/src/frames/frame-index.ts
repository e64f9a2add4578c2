import { drawnWorld } from '../scene/bounds.js';
import { branchBoxes, ownBoxes, type Boxes } from '../scene/world-boxes.js';
import { hashStart, mix } from '../scene/row-table.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { isFacing, noise, type Facing, type Frame, type Frames, type Plane } from './frame.js';
import type { Standing } from './kin-order.js';
import { mirrorPlane, type MirrorPlane } from './mirror-plane.js';
import { facingVotes, readFacing, worth, type SaidPlaces } from './read-facing.js';
import { standsOf, type Stands } from './stands.js';
import { treeOrder, type TreeOrder } from './tree-order.js';

/** What frames are worked out from, beside the scene. */
export interface FramesInput {
  /** Which way the convention says that assets face; null: it does not. */
  readonly declared: Facing | null;
  /** What a name says of where it sits, as bits of `ways`. */
  says(id: ObjectId): number;
  /** Metres. */
  readonly slack: number;
}
/** What was known of a scene's frames, and what is otherwise since. */
export interface FramesBefore {
  readonly index: FrameIndex;
  /** Who stands elsewhere, came or went, or is called otherwise. */
  readonly changed: ReadonlySet<ObjectId>;
  /** What those hang and hung under. */
  readonly above: ReadonlySet<ObjectId>;
}
/** Assets are looked for so many levels under the roots at most. */
const mostLevels = 3;
/** The share of its width that an asset's box may stand off the plane it was made about. */
const offMiddle = 0.25;
/** An asset has so many shapes at least: two make a pair, and could be anything. */
const leastShapes = 3;
/** So many pairs of an asset and something that changed are looked at; beyond that all is worked out anew. */
const mostCompared = 2_000_000;
/** What everything hangs under. */
const top = 0;

/**
 * The assets of a scene, each with the way it faces and its planes, and what speaks for both. Where things stand is looked
 * at once; another name only asks again for the assets that it stands in.
 */
export class FrameIndex {
  readonly #stands: Stands;
  readonly #order: TreeOrder;
  /** As they were when this was made. */
  readonly #boxes: Boxes;
  /** By place in the tree: which shape it has, or -1; what the name says, and where its object has its middle. */
  readonly #shapeAt: Int32Array;
  readonly #says: Uint8Array;
  readonly #x: Float64Array;
  readonly #z: Float64Array;
  /** How many shapes there are before each place in the tree. */
  readonly #rowsBefore: Int32Array;
  readonly #planes = new Map<number, readonly Plane[]>();
  readonly #frames = new Map<ObjectId, Frame>();
  readonly #parts = new Map<ObjectId, readonly ObjectId[]>();
  #now: Frames | null = null;

  constructor(
    readonly scene: Scene,
    readonly input: FramesInput,
    before?: FramesBefore,
  ) {
    this.#stands = standsOf(scene);
    this.#boxes = ownBoxes(scene);
    this.#order = treeOrder(scene);
    const { ids } = this.#order;
    this.#says = new Uint8Array(ids.length);
    this.#shapeAt = new Int32Array(ids.length);
    this.#x = new Float64Array(ids.length);
    this.#z = new Float64Array(ids.length);
    this.#rowsBefore = new Int32Array(ids.length + 1);
    for (let at = 0, row = 0; at < ids.length; at++) {
      if (row < this.#stands.count && this.#stands.ids[row] === ids[at]) row++;
      this.#rowsBefore[at + 1] = row;
      this.#shapeAt[at] = scene.get(ids[at]!).shape ?? -1;
      this.#ask(at);
    }
    if (before) this.#takeOver(before);
  }
  /** Assets in which everything is as it was, whatever moved about in them, face as they did. */
  #takeOver({ index: before, changed, above }: FramesBefore): void {
    if ((changed.size + above.size) * before.#frames.size > mostCompared) return;
    const looked: { readonly id: ObjectId; readonly isSame: boolean }[] = [];
    for (const id of changed) {
      const change = this.#changeOf(before, id);
      if (change) looked.push({ id, isSame: change === 'none' });
    }
    // What has something else below it stays where it is, but the middle that its name is held to may not.
    for (const id of above)
      if (!changed.has(id) && this.#saysElsewhere(before, id)) looked.push({ id, isSame: false });
    for (const [root, frame] of before.#frames) {
      if (changed.has(root) || (root !== top && !this.scene.find(root))) continue;
      const told = root === top ? null : toldFacing(this.scene, root);
      if (told !== (frame.facingBy === 'told' ? frame.facing : null)) continue;
      const isAsItWas = looked.every(({ id, isSame }) => {
        const had = before.#holds(root, id);
        return had === this.#holds(root, id) && (isSame || !had);
      });
      if (!isAsItWas) continue;
      this.#frames.set(root, frame);
      for (const key of [root * 2, root * 2 + 1]) {
        const planes = before.#planes.get(key);
        if (planes) this.#planes.set(key, planes);
      }
    }
  }
  #holds(root: ObjectId, id: ObjectId): boolean {
    const [from, to] = this.#places(root);
    const at = this.#placeOf(id);
    return at >= from && at < to;
  }
  /** Its place in the tree; -1: it is not there. */
  #placeOf(id: ObjectId): number {
    const at = this.#order.at[id];
    return at !== undefined && this.#order.ids[at] === id ? at : -1;
  }
  /** What of an object is otherwise than it was that an asset's frame could hang on; null: nothing of it ever could. */
  #changeOf(before: FrameIndex, id: ObjectId): 'none' | 'some' | null {
    const [was, is] = [before.#placeOf(id), this.#placeOf(id)];
    if (was < 0 && is < 0) return null;
    const speaks = (index: FrameIndex, at: number): boolean => at >= 0 && index.#says[at]! > 0;
    const hasRow = (index: FrameIndex, at: number): boolean =>
      at >= 0 && index.#rowsBefore[at + 1]! > index.#rowsBefore[at]!;
    const counts = [before, this].some((index, i) => {
      const at = i ? is : was;
      return speaks(index, at) || hasRow(index, at);
    });
    // Where an asset has no shapes at all, its points make its extent.
    if (!counts) return this.scene.find(id)?.kind === 'group' ? null : 'some';
    if (was < 0 || is < 0) return 'some';
    if (before.#says[was] !== this.#says[is] || before.#shapeAt[was] !== this.#shapeAt[is]) return 'some';
    if (hasRow(before, was) !== hasRow(this, is)) return 'some';
    if (this.#saysElsewhere(before, id)) return 'some';
    const pairs: [number, number][] = [];
    if (hasRow(this, is))
      for (let k = 0; k < 3; k++) {
        const [one, other] = [before.#rowsBefore[was]! * 3 + k, this.#rowsBefore[is]! * 3 + k];
        pairs.push([before.#stands.at[one]!, this.#stands.at[other]!]);
      }
    if (this.#shapeAt[is]! >= 0)
      for (let k = 0; k < 6; k++) pairs.push([before.#boxes[id * 6 + k]!, this.#boxes[id * 6 + k]!]);
    return pairs.every(([a, b]) => isAsNear(a, b)) ? 'none' : 'some';
  }
  /** Whether an object that is there, and was, has a name that says where it sits, and its middle elsewhere. */
  #saysElsewhere(before: FrameIndex, id: ObjectId): boolean {
    const [was, is] = [before.#placeOf(id), this.#placeOf(id)];
    if (was < 0 || is < 0 || !this.#says[is]) return false;
    return !isAsNear(before.#x[was]!, this.#x[is]!) || !isAsNear(before.#z[was]!, this.#z[is]!);
  }
  #ask(at: number): void {
    const id = this.#order.ids[at]!;
    const says = (this.#says[at] = this.input.says(id));
    if (!says) return;
    const [own, branch] = [ownBoxes(this.scene), branchBoxes(this.scene)];
    const boxes = Number.isNaN(own[id * 6]) ? branch : own;
    const hasBox = !Number.isNaN(boxes[id * 6]);
    const m = hasBox ? null : drawnWorld(this.scene, id);
    this.#x[at] = m ? m[12]! : middleOf(boxes, id, 0);
    this.#z[at] = m ? m[14]! : middleOf(boxes, id, 2);
  }
  /** Objects that are called otherwise now. */
  renamed(ids: Iterable<ObjectId>): void {
    for (const id of ids) {
      const at = this.#order.at[id]!;
      const before = this.#says[at];
      this.#ask(at);
      if (this.#says[at] === before) continue;
      this.#now = null;
      this.#frames.delete(top);
      this.#frames.delete(id);
      for (const above of this.scene.ancestors(id)) this.#frames.delete(above.id);
    }
  }
  /** Roots were told to face another way, maybe. */
  toldAgain(): void {
    this.#now = null;
    this.#frames.clear();
  }
  frames(): Frames {
    return (this.#now ??= this.#find());
  }
  #find(): Frames {
    const found: Frame[] = [this.frame(top)];
    const byId = new Int32Array(this.scene.nextId);
    const { ids, at, end } = this.#order;
    const visit = (root: ObjectId, level: number): void => {
      const parts = level < mostLevels ? this.#partsOf(root) : [];
      const own = this.frame(root);
      if (parts.length > 1 && this.#isHeap(root, own, parts)) {
        for (const part of parts) visit(part, level + 1);
        return;
      }
      if (root === top) return;
      found.push(own);
      for (let i = at[root]!; i < end[root]!; i++) byId[ids[i]!] = found.length - 1;
    };
    const roots = this.#partsOf(top);
    if (roots.length === 1) visit(roots[0]!, 1);
    else visit(top, 0);
    return { all: found, of: (id) => found[byId[id] ?? 0]! };
  }
  /** Children that could be assets of their own. */
  #partsOf(root: ObjectId): readonly ObjectId[] {
    let parts = this.#parts.get(root);
    if (!parts) {
      parts = this.scene.childrenOf(root || null).filter((child) => this.#shapes(child) >= leastShapes);
      this.#parts.set(root, parts);
    }
    return parts;
  }
  frame(root: ObjectId): Frame {
    let frame = this.#frames.get(root);
    if (!frame) this.#frames.set(root, (frame = this.#makeFrame(root)));
    return frame;
  }
  #makeFrame(root: ObjectId): Frame {
    const planes = { 0: this.#planesOf(root, 0), 2: this.#planesOf(root, 2) };
    const votes = facingVotes(this.#saidIn(root), planes, this.input.slack);
    const told = root === top ? null : toldFacing(this.scene, root);
    const read = readFacing(votes, this.input.declared)?.facing ?? null;
    const { declared } = this.input;
    const facing = told ?? read ?? declared ?? '+Z';
    const { side, depth, agree, of } = votes.find((one) => one.facing === facing)!;
    return {
      root: root === top ? null : root,
      facing,
      facingBy: told ? 'told' : read && read !== declared ? 'read' : declared ? 'declared' : 'assumed',
      against: !told && read && declared && read !== declared ? declared : null,
      side,
      depth,
      agree,
      of,
    };
  }
  /** Whether a root only holds assets: its parts are borne out by their own middles better than all by one. */
  #isHeap(root: ObjectId, own: Frame, parts: readonly ObjectId[]): boolean {
    if (root !== top && this.scene.get(root).shape !== null) return false;
    const frames = parts.map((part) => this.frame(part));
    const sided = frames.filter(({ of }) => of >= 2);
    if (own.of >= 2 || sided.length) {
      const apart = sided.reduce((sum, frame) => sum + worth(frame), 0);
      // A part that is all on one side of what it is judged by is a part, and no asset.
      if (root !== top && sided.some(({ side }) => side.by === 'beyond')) return false;
      // Roots stand for themselves unless one plane through all of them says more.
      return root === top ? !!sided.length && apart >= worth(own) : sided.length > 1 && apart > worth(own);
    }
    // Without a word about sides: roots stand for themselves, and several of the same make are several assets.
    if (root === top) return true;
    const make = this.#makeOf(parts[0]!);
    return parts.every((part) => this.#makeOf(part) === make);
  }
  /** Planes that could part an asset's left from its right, the likeliest first. */
  #planesOf(root: ObjectId, axis: 0 | 2): readonly Plane[] {
    const key = root * 2 + (axis >> 1);
    let planes = this.#planes.get(key);
    if (!planes) this.#planes.set(key, (planes = this.#findPlanes(root, axis)));
    return planes;
  }
  #findPlanes(root: ObjectId, axis: 0 | 2): readonly Plane[] {
    const [from, to] = this.#rows(root);
    const extent = this.#extent(root, axis);
    // One or two things are no asset with a middle of its own: they stand in the world.
    if (!extent || to - from < leastShapes) return [{ middle: 0, by: 'origin', pairs: 0 }];
    const found = this.#mirror(from, to, axis);
    const pairs = found?.pairs ?? 0;
    const middle = (extent[0] + extent[1]) / 2;
    const wide = extent[1] - extent[0];
    const planes: Plane[] = [];
    // A few that look alike vote for something in any heap.
    if (found && pairs >= 2 && (pairs * 2 + found.onIt) * 2 >= to - from)
      planes.push({ middle: found.middle, by: 'pairs', pairs });
    const pivot = root === top ? 0 : drawnWorld(this.scene, root)[12 + axis]!;
    const origins: Plane[] = [{ middle: pivot, by: pivot === 0 ? 'origin' : 'pivot', pairs }];
    if (pivot !== 0) origins.push({ middle: 0, by: 'origin', pairs });
    const off = (plane: Plane): number => Math.abs(plane.middle - middle);
    // What was made about a place has its middle there, though something sticks out on one side.
    planes.push(...origins.filter((plane) => off(plane) <= wide * offMiddle));
    planes.push({ middle, by: 'box', pairs });
    // Where more sticks out, names have to say so.
    planes.push(
      ...origins.flatMap((plane): Plane[] =>
        off(plane) <= wide * offMiddle
          ? []
          : off(plane) <= wide / 2 || root === top
            ? [plane]
            : [{ ...plane, by: 'beyond' }],
      ),
    );
    return planes;
  }
  /** What hangs under one thing only is the same stretch as that. */
  #mirror(from: number, to: number, axis: 0 | 2): MirrorPlane | null {
    const key = `${from} ${to} ${axis}`;
    let found = this.#mirrors.get(key);
    if (found === undefined)
      this.#mirrors.set(key, (found = mirrorPlane(stretch(this.#stands, from, to), axis)));
    return found;
  }
  readonly #mirrors = new Map<string, MirrorPlane | null>();
  /** From where to where a branch reaches: its shapes, or where it has none its points. */
  #extent(root: ObjectId, axis: 0 | 2): readonly [number, number] | null {
    const boxes = branchBoxes(this.scene);
    let [low, high] = [Infinity, -Infinity];
    for (const id of root === top ? this.scene.roots : [root]) {
      if (Number.isNaN(boxes[id * 6])) continue;
      low = Math.min(low, boxes[id * 6 + axis]!);
      high = Math.max(high, boxes[id * 6 + 3 + axis]!);
    }
    const [from, to] = this.#places(root);
    if (low > high)
      for (let at = from; at < to; at++) {
        const { id, kind } = this.scene.get(this.#order.ids[at]!);
        if (kind === 'group') continue;
        const value = drawnWorld(this.scene, id)[12 + axis]!;
        low = Math.min(low, value);
        high = Math.max(high, value);
      }
    return low > high ? null : [low, high];
  }
  #places(root: ObjectId): readonly [number, number] {
    return root === top ? [0, this.#order.ids.length] : [this.#order.at[root]!, this.#order.end[root]!];
  }
  #rows(root: ObjectId): readonly [number, number] {
    const [from, to] = this.#places(root);
    return [this.#rowsBefore[from]!, this.#rowsBefore[to]!];
  }
  #shapes(root: ObjectId): number {
    const [from, to] = this.#rows(root);
    return to - from;
  }
  #saidIn(root: ObjectId): SaidPlaces {
    const [from, to] = this.#places(root);
    const said = { says: [] as number[], x: [] as number[], z: [] as number[] };
    for (let at = from; at < to; at++) {
      if (!this.#says[at]) continue;
      said.says.push(this.#says[at]!);
      said.x.push(this.#x[at]!);
      said.z.push(this.#z[at]!);
    }
    return said;
  }
  /** What a branch is made of, whatever it is called. */
  #makeOf(root: ObjectId): number {
    let make = this.#makes.get(root);
    if (make === undefined) {
      const [from, to] = this.#rows(root);
      make = this.#stands.looks
        .slice(from, to)
        .sort()
        .reduce(mix, mix(hashStart, to - from));
      this.#makes.set(root, make);
    }
    return make;
  }
  readonly #makes = new Map<ObjectId, number>();
}

const isAsNear = (a: number, b: number): boolean =>
  Math.abs(a - b) <= noise || (Number.isNaN(a) && Number.isNaN(b));

/** What a root's attribute `facing` tells; null: nothing. */
function toldFacing(scene: Scene, root: ObjectId): Facing | null {
  const told = scene.get(root).attributes['facing'];
  return isFacing(told) ? told : null;
}

const middleOf = (boxes: Float64Array, id: ObjectId, axis: 0 | 2): number =>
  (boxes[id * 6 + axis]! + boxes[id * 6 + 3 + axis]!) / 2;
function stretch({ at, looks }: Stands, from: number, to: number): Standing {
  return { at: at.subarray(from * 3, to * 3), looks: looks.subarray(from, to), count: to - from };
}
