import { unknownLook } from '../gltf/unknown-look.js';
import type { UsdaStage } from './usda-stage.js';

/** Materials of a layer as they are met, each once. */
export class UsdaMaterials {
  readonly list: (Omit<ReturnType<typeof unknownLook>, 'extras'> & { alphaMode?: string })[] = [];
  readonly #of = new Map<number, number>();
  readonly #bound = new Map<number, number>();
  constructor(readonly stage: UsdaStage) {}

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
    const at = this.list.push({
      ...(colour ? { name } : unknownLook(name)),
      pbrMetallicRoughness: { baseColorFactor: [r, g, b, a] },
      ...(a < 1 ? { alphaMode: 'BLEND' } : {}),
    });
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
