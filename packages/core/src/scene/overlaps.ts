import { drawnWorldIn } from './bounds.js';
import { followPlaces } from './follow-places.js';
import { IdChains } from './id-chains.js';
import { hashStart, mix } from './row-table.js';
import type { ObjectId } from './scene-object.js';
import type { Scene } from './scene.js';
import { shapeKey } from './shape-key.js';

/** Those that have one shape in one place: the oldest, and how many they are. */
export interface Alike {
  readonly first: ObjectId;
  readonly count: number;
}

/** Metres, and parts of a scale, that are told apart: a hundredth of a millimetre. */
const grains = 1e5;

/** Objects of the same shape in the very same place; kept up as things move. */
class Overlaps {
  /** For every object that shares shape and place with others. */
  readonly alike = new Map<ObjectId, Alike>();
  readonly #chains: IdChains;
  /** Numbers of digests: texts are hashed once. */
  readonly #looks = new Map<string, number>();
  constructor(readonly scene: Scene) {
    this.#chains = new IdChains(scene.nextId);
    const seen = new Set<number>();
    const again = new Set<number>();
    for (const { id, shape } of scene.walk()) {
      if (shape === null) continue;
      const hash = this.#hashOf(id);
      this.#chains.put(id, hash);
      if (seen.has(hash)) again.add(hash);
      else seen.add(hash);
    }
    for (const hash of again) this.#judge(hash);
  }
  follow(ids: ReadonlySet<ObjectId>): void {
    const hashes = new Set<number>();
    for (const id of ids) {
      this.alike.delete(id);
      const before = this.#chains.drop(id);
      if (before !== null) hashes.add(before);
      const object = this.scene.find(id);
      if (!object || object.shape === null) continue;
      const hash = this.#hashOf(id);
      this.#chains.put(id, hash);
      hashes.add(hash);
    }
    for (const hash of hashes) this.#judge(hash);
  }
  /** Objects of one hash are mostly of one place. */
  #judge(hash: number): void {
    const groups = new Map<string, ObjectId[]>();
    const ids = this.#chains.of(hash);
    for (const id of ids) this.alike.delete(id);
    if (ids.length < 2) return;
    for (const id of ids.sort((a, b) => a - b)) {
      const key = `${shapeKey(this.scene, this.scene.get(id))} ${rounded(this.scene, id).join()}`;
      const group = groups.get(key);
      if (group) group.push(id);
      else groups.set(key, [id]);
    }
    for (const group of groups.values()) {
      const alike = { first: group[0]!, count: group.length };
      if (group.length > 1) for (const id of group) this.alike.set(id, alike);
    }
  }
  #hashOf(id: ObjectId): number {
    const key = shapeKey(this.scene, this.scene.get(id))!;
    const look = typeof key === 'number' ? key : this.#lookOf(key);
    const m = drawnWorldIn(scratch, this.scene, this.scene.get(id));
    let hash = mix(hashStart, look);
    for (let k = 0; k < 16; k++) hash = mix(hash, Math.round(m[k]! * grains));
    return hash;
  }
  #lookOf(digest: string): number {
    let look = this.#looks.get(digest);
    if (look === undefined) this.#looks.set(digest, (look = -1 - this.#looks.size));
    return look;
  }
}
const scratch = new Float64Array(16);
const rounded = (scene: Scene, id: ObjectId): number[] =>
  Array.from(drawnWorldIn(scratch, scene, scene.get(id)), (n) => Math.round(n * grains));

/** Objects of the same shape in the very same place; follows what moves. */
export const overlapsIn = followPlaces(
  (scene) => new Overlaps(scene),
  (overlaps, _scene, { ids }) => {
    overlaps.follow(ids);
    return true;
  },
);
