import { identityMat4, multiply, type Mat4 } from '../math/mat4.js';
import { toMatrix, type Transform } from '../math/transform.js';
import type { ObjectId } from './scene-object.js';

/** As much of an object as its place in the world hangs on. */
interface Placed {
  readonly id: ObjectId;
  readonly parent: ObjectId | null;
  readonly local: Transform;
}

/**
 * World matrices, W(n) = W(parent) L(n), made when asked for and kept until a transform above changes. A fork takes those
 * of nobody it was told to forget from where it was forked.
 */
export class WorldMatrices {
  /** undefined: to be made; in a fork: as the base has it. */
  #known: (Mat4 | undefined)[] = [];
  /** In a fork: those that stand elsewhere than in the base. */
  readonly #moved: Set<ObjectId> | null;
  readonly #base: WorldMatrices | null;

  constructor(base: WorldMatrices | null = null) {
    this.#base = base;
    this.#moved = base ? new Set() : null;
  }
  /** @param size one more than the largest id @param get the object of an id that is there */
  of(id: ObjectId, size: number, get: (id: ObjectId) => Placed): Mat4 {
    const own = this.#known[id];
    if (own) return own;
    if (this.#base && !this.#moved!.has(id)) return this.#base.of(id, size, get);
    if (!this.#known.length) this.#known = new Array<Mat4 | undefined>(size);
    const chain: Placed[] = [];
    let matrix: Mat4 = identityMat4;
    for (let at: ObjectId | null = id; at !== null;) {
      const known =
        this.#known[at] ?? (this.#base && !this.#moved!.has(at) ? this.#base.of(at, size, get) : undefined);
      if (known) {
        matrix = known;
        break;
      }
      const object: Placed = get(at);
      chain.push(object);
      at = object.parent;
    }
    for (let i = chain.length - 1; i >= 0; i--) {
      matrix = multiply(matrix, toMatrix(chain[i]!.local));
      this.#known[chain[i]!.id] = matrix;
    }
    return matrix;
  }
  /** @param ids of a branch whose top was moved, put in or taken out */
  forget(ids: Iterable<{ readonly id: ObjectId }>): void {
    if (!this.#base && !this.#known.length) return;
    for (const { id } of ids) {
      this.#known[id] = undefined;
      this.#moved?.add(id);
    }
  }
}
