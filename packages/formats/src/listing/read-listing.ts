import {
  fromMatrix,
  identityMat4,
  identityTransform,
  invertAffine,
  multiply,
  toMatrix,
  type Mat4,
  type Quat,
  type Transform,
  type Vec3,
} from '@renquil/core/math';
import { kinds, type Kind } from '@renquil/core/scene';
import { FileUnits } from '../file-units.js';
import type { GltfNode } from '../gltf/gltf-json.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import { GlbBuilder } from '../gltf/glb-builder.js';
import { unknownLook } from '../gltf/unknown-look.js';
import { boxParts } from './box-parts.js';
import type { ListedObject, Listing } from './listing.js';
import { listingTree } from './listing-tree.js';

/** What a listing measures in. */
export function unitsOfListing({ head }: Listing): FileUnits {
  return new FileUnits(head.metersPerUnit, head.up === 'Z');
}

/**
 * The objects of a listing as a .glb: what is drawn, judged and handed off. Node `n` is object `n` of the listing; what has
 * bounds is drawn as their box, and says how many faces it stands for.
 */
export function listingGltf(
  listing: Listing,
  file: string,
  progress?: (done: number, total: number) => void,
): GltfSource {
  const { roots, children, parents, order } = listingTree(listing);
  const build = new Build(listing);
  const nodes = new Array<GltfNode>(listing.objects.length);
  const worlds = new Worlds(listing, parents);
  order.forEach((at, done) => {
    if ((done & 8191) === 8191) progress?.(done, order.length);
    nodes[at] = build.node(listing.objects[at]!, worlds.local(at), children[at]!);
  });
  for (const node of nodes) build.out.nodes.push(node);
  const ours = listing.head as unknown as { readonly scene?: unknown };
  return build.out.source(file, roots, build.materials, ours.scene ? { renquil: ours.scene } : null);
}

/** Local transforms of objects that say where they are in the world: parents come first. */
class Worlds {
  readonly #worlds: (Mat4 | undefined)[] = [];
  readonly #areAsked: boolean;
  constructor(
    readonly listing: Listing,
    readonly parents: Int32Array,
  ) {
    this.#areAsked = listing.objects.some(({ world }) => world);
  }
  /** In the units of the listing. */
  local(at: number): Transform {
    const object = this.listing.objects[at]!;
    if (!this.#areAsked) return localOf(object);
    const above = this.parents[at]! < 0 ? identityMat4 : this.#worlds[this.parents[at]!]!;
    if (!object.world) {
      const local = localOf(object);
      this.#worlds[at] = multiply(above, toMatrix(local));
      return local;
    }
    const world = object.world;
    this.#worlds[at] = world;
    return asTransform(multiply(invertAffine(above) ?? identityMat4, world));
  }
}
/** What a listed object says of its local transform. */
export function localOf({ matrix, translation, rotation, scale }: ListedObject): Transform {
  if (matrix) return asTransform(matrix);
  if (!translation && !rotation && !scale) return identityTransform;
  return {
    t: (translation ?? [0, 0, 0]) as unknown as Vec3,
    r: (rotation ?? [0, 0, 0, 1]) as unknown as Quat,
    s: (scale ?? [1, 1, 1]) as unknown as Vec3,
  };
}
const asTransform = (m: Mat4): Transform => fromMatrix(m) ?? { m };

class Build {
  readonly out = new GlbBuilder();
  readonly materials: ReturnType<typeof unknownLook>[] = [];
  readonly #materialAt = new Map<string, number>();
  readonly #meshAt = new Map<string, number | null>();
  readonly #units: FileUnits;
  constructor(listing: Listing) {
    this.#units = unitsOfListing(listing);
  }
  node(object: ListedObject, local: Transform, children: readonly number[]): GltfNode {
    const mesh = this.#mesh(object);
    const extras = extrasOf(object);
    return {
      name: object.name,
      ...(children.length ? { children: children as number[] } : {}),
      ...placed(this.#units.intoTransform(local)),
      ...(mesh === null ? {} : { mesh }),
      ...(extras ? { extras } : {}),
    };
  }
  #mesh({ name, bounds, faces = 0, vertices = 0, materials = [] }: ListedObject): number | null {
    if (!bounds) return null;
    const key = JSON.stringify([bounds.min, bounds.max, faces, vertices, materials]);
    let known = this.#meshAt.get(key);
    if (known === undefined) {
      const parts = boxParts(
        bounds,
        materials.map((one) => this.#material(one)),
      );
      known = this.out.mesh(name, parts, this.#units, { renquil: { stands: { faces, vertices } } });
      this.#meshAt.set(key, known);
    }
    return known;
  }
  #material(name: string): number {
    let at = this.#materialAt.get(name);
    if (at === undefined) {
      at = this.materials.push(unknownLook(name)) - 1;
      this.#materialAt.set(name, at);
    }
    return at;
  }
}

/** As glTF has it, without what is nothing. */
function placed(local: Transform): Partial<GltfNode> {
  if (local === identityTransform) return {};
  if ('m' in local) return { matrix: [...local.m] };
  const { t, r, s } = local;
  return {
    ...(t.some((n) => n !== 0) ? { translation: [...t] } : {}),
    ...(r.some((n, i) => n !== (i === 3 ? 1 : 0)) ? { rotation: [...r] } : {}),
    ...(s.some((n) => n !== 1) ? { scale: [...s] } : {}),
  };
}
function extrasOf({ kind, layer, visible, attributes, renquil, bounds, faces }: ListedObject): object | null {
  // Kinds of other programs are groups, or meshes where they have a shape.
  const known = kinds.includes(kind as Kind) ? kind : !bounds && faces ? 'mesh' : undefined;
  const { switches, ...rest } = (renquil ?? {}) as { switches?: object };
  const off = { ...(visible === false ? { shown: false } : {}), ...switches };
  const ours = {
    ...(known ? { kind: known } : {}),
    ...(layer ? { layer } : {}),
    ...(Object.keys(off).length ? { switches: off } : {}),
    ...rest,
  };
  if (!attributes && !Object.keys(ours).length) return null;
  const { renquil: _theirs, ...own } = attributes ?? {};
  return { ...own, ...(Object.keys(ours).length ? { renquil: ours } : {}) };
}
