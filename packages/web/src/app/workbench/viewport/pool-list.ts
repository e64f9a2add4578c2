import type { BufferGeometry, Matrix4 } from 'three';
import type { ObjectId } from '@renquil/core/scene';
import type { DrawnPool, Placed } from './drawn-pool';

interface Roomy extends DrawnPool {
  holds(geometry: BufferGeometry): boolean;
  add(geometry: BufferGeometry, id: ObjectId, matrix: Matrix4): number;
}

/** Pools of one kind: a new one is made where none has room, an empty one goes. */
export class PoolList<Pool extends Roomy> {
  readonly pools = new Set<Pool>();
  /** Pools that may have room; the one filled last is asked first. */
  readonly #open: Pool[] = [];
  constructor(
    /** `expected` places: as many as there are, and at least a few. */
    readonly make: (first: BufferGeometry, expected: number) => Pool,
    readonly shown: (pool: Pool) => void,
    readonly gone: (pool: Pool) => void,
  ) {}

  add(geometry: BufferGeometry, id: ObjectId, matrix: Matrix4): Placed {
    let pool = this.#open.at(-1);
    // Two tries: looking through all of them would make an edit cost what the scene has.
    if (pool && !pool.holds(geometry)) {
      this.#open.pop();
      pool = this.#open.at(-1);
    }
    if (!pool?.holds(geometry)) {
      pool = this.make(geometry, Math.max(64, this.pools.size * 64));
      this.pools.add(pool);
      this.#open.push(pool);
      this.shown(pool);
    }
    return { pool, at: pool.add(geometry, id, matrix) };
  }
  remove(placed: Placed): void {
    const pool = placed.pool as Pool;
    pool.remove(placed.at);
    const at = this.#open.indexOf(pool);
    if (pool.size === 0) {
      if (at >= 0) this.#open.splice(at, 1);
      this.pools.delete(pool);
      this.gone(pool);
      pool.dispose();
    } else if (at < 0) this.#open.unshift(pool);
  }
  dispose(): void {
    for (const pool of this.pools) pool.dispose();
  }
}
