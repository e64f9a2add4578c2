import { laidAnew } from '../gltf/laid-anew.js';
import { unknownLook } from '../gltf/unknown-look.js';
import type { UsdaPictures } from './usda-pictures.js';
import type { UsdaStage } from './usda-stage.js';

/** Materials of a layer as they are met, each once. */
export class UsdaMaterials {
  readonly list: {
    name: string;
    pbrMetallicRoughness: {
      baseColorFactor: number[];
      baseColorTexture?: { index: number; extensions?: object };
    };
    alphaMode?: string;
  }[] = [];
  /** The primvars that say where points lie in the pictures of materials, by their numbers. */
  readonly laidBy = new Map<number, string>();
  readonly #of = new Map<number, number>();
  readonly #bound = new Map<number, number>();
  /** @param wear gives the texture of a picture; null: it cannot be worn */
  constructor(
    readonly stage: UsdaStage,
    readonly pictures: UsdaPictures,
    readonly wear: (bytes: Uint8Array) => number | null,
  ) {}

  /** The material that a prim is bound to, or one above it (UsdShadeMaterialBindingAPI); -1: none. */
  boundTo(place: number): number {
    const way: number[] = [];
    let found = -1;
    for (let at = place; at >= 0; at = this.stage.namespace.places[at]!.parent) {
      const known = this.#bound.get(at) ?? this.#own(at);
      way.push(at);
      if (known >= 0 || this.#bound.has(at)) {
        found = known;
        break;
      }
    }
    for (const at of way) this.#bound.set(at, found);
    return found;
  }
  #own(place: number): number {
    const [target] = this.stage.targets(place, 'material:binding');
    return target === undefined ? -1 : this.#made(target);
  }
  #made(place: number): number {
    const known = this.#of.get(place);
    if (known !== undefined) return known;
    const { name } = this.stage.namespace.places[place]!;
    const colour = this.#input(place, 'inputs:diffuseColor');
    const [a = 1] = this.#input(place, 'inputs:opacity') ?? [];
    const [r = 0.6, g = 0.6, b = 0.6] = colour ?? [];
    const picture = this.pictures.of(place);
    const index = picture && this.wear(picture.bytes);
    const at = this.list.push({
      ...(colour || index !== null ? { name } : unknownLook(name)),
      pbrMetallicRoughness:
        index === null
          ? { baseColorFactor: [r, g, b, a] }
          : { baseColorFactor: [1, 1, 1, a], baseColorTexture: { index, ...laidAnew(picture!.laid) } },
      ...(a < 1 || (index !== null && picture?.isSeenThrough) ? { alphaMode: 'BLEND' } : {}),
    });
    if (picture && index !== null) this.laidBy.set(at - 1, picture.primvar);
    this.#of.set(place, at - 1);
    return at - 1;
  }
  /** What a shader below says, linear as the scene's colours are. */
  #input(place: number, name: string): number[] | null {
    for (const at of [place, ...this.stage.namespace.places[place]!.children]) {
      const out = this.stage.numbers(this.stage.property(at, name)?.value);
      if (out.length && out.every((n) => n >= 0 && n <= 1)) return out;
    }
    return null;
  }
}
