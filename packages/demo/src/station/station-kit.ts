import type { Mesh, Node } from '@gltf-transform/core';
import type { NodeOptions, SceneBuilder, Triple } from '../build/scene-builder.js';

/** Gives parts their running numbers, so that every name of a big set is there once. */
export class StationKit {
  readonly #counts = new Map<string, number>();
  constructor(readonly builder: SceneBuilder) {}

  /** `what001_surface_geo`, numbered on by what it is. */
  part(
    what: string,
    surface: string,
    parent: Node,
    how: NodeOptions & { readonly mesh: Mesh; readonly at: Triple; readonly layer?: string },
  ): Node {
    return this.builder.node(`${this.#next(what)}_${surface}_geo`, parent, options(how));
  }
  /** `what001_grp`. */
  group(
    what: string,
    parent: Node,
    at: Triple = [0, 0, 0],
    more: NodeOptions & { layer?: string } = {},
  ): Node {
    return this.builder.node(`${this.#next(what)}_grp`, parent, { ...options(more), at });
  }
  #next(what: string): string {
    const n = (this.#counts.get(what) ?? 0) + 1;
    this.#counts.set(what, n);
    return `${what}${String(n).padStart(3, '0')}`;
  }
}

/** The layer goes where Renquil keeps what glTF has no word for. */
function options({ layer, extras, ...others }: NodeOptions & { layer?: string }): NodeOptions {
  return layer
    ? { ...others, extras: { ...extras, renquil: { layer } } }
    : { ...others, ...(extras ? { extras } : {}) };
}
