import { RenquilError } from '@renquil/core/errors';
import type { XmlElement } from '@rgrove/parse-xml';
import type { ShapePart } from '../gltf/glb-builder.js';
import { numbersOf } from './collada-numbers.js';
import { element, elements } from './xml-file.js';

/** Corners of a whole file: a few lines may draw a mesh a million times, but it is held once. */
const mostCorners = 60_000_000;

/** Part of a geometry. */
export interface ColladaPart extends ShapePart {
  /** Stands for its material. */
  readonly symbol: string;
  /** Where in a picture its corners lie: numbers of places, and those, two numbers each; null: nobody says. */
  readonly places: { readonly of: readonly number[]; readonly values: readonly number[] } | null;
}
/** What an id in a URI of the file itself means; null: nothing, or what lies in another file. */
export type FindById = (uri: string | undefined) => XmlElement | null;

/** Shapes of a COLLADA file: meshes of triangles, polygons and lines (ISO/PAS 17506, mesh). */
export class ColladaShapes {
  readonly #known = new Map<XmlElement, readonly ColladaPart[]>();
  #left = mostCorners;
  constructor(
    readonly find: FindById,
    readonly file: string,
  ) {}

  /** The parts of a geometry with the symbols that stand for their materials. */
  of(geometry: XmlElement): readonly ColladaPart[] {
    let known = this.#known.get(geometry);
    if (!known) {
      const mesh = element(geometry, 'mesh');
      known = elements(mesh).flatMap((one) => this.#part(one) ?? []);
      this.#known.set(geometry, known);
    }
    return known;
  }
  /** What a controller deforms: through skins and morphs to the geometry. */
  geometryOf(controller: XmlElement | null): XmlElement | null {
    let at = controller;
    for (let depth = 0; at && depth < 8; depth++) {
      if (at.name === 'geometry') return at;
      const inner = element(at, 'skin') ?? element(at, 'morph');
      at = this.find(inner?.attributes['source']);
    }
    return null;
  }
  readonly #points = new Map<string, number[]>();
  #part(primitive: XmlElement): ColladaPart | null {
    const make = corners[primitive.name];
    if (!make) return null;
    const inputs = elements(primitive, 'input');
    const vertex = inputs.find(({ attributes }) => attributes['semantic'] === 'VERTEX');
    const points = this.#positions(vertex?.attributes['source']);
    if (!vertex || !points.length) return null;
    const offset = (one: XmlElement): number => Number(one.attributes['offset'] ?? 0) || 0;
    const stride = inputs.reduce((most, one) => Math.max(most, offset(one)), 0) + 1;
    const at = offset(vertex);
    const count = points.length / 3;
    const lists = [
      ...elements(primitive, 'p'),
      ...elements(primitive, 'ph').flatMap((ph) => elements(ph, 'p')),
    ];
    // Of the sets of places in a picture the first.
    const [texture] = inputs
      .filter(({ attributes }) => attributes['semantic'] === 'TEXCOORD')
      .sort((a, b) => Number(a.attributes['set'] ?? 0) - Number(b.attributes['set'] ?? 0));
    const values = texture ? this.#numbersOf(texture.attributes['source'], 2) : [];
    const placeAt = texture && values.length ? offset(texture) : -1;
    // Corners by where they stand one behind the other: each means a point, and a place in a picture.
    const numbers = lists.map((p) => numbersOf(p));
    const firsts: number[] = [];
    const chains = numbers.map((list) => {
      const first =
        (firsts.at(-1) ?? 0) + (firsts.length ? Math.ceil(numbers[firsts.length - 1]!.length / stride) : 0);
      firsts.push(first);
      return Array.from(
        { length: Math.floor((list.length + stride - 1 - at) / stride) },
        (_, i) => first + i,
      );
    });
    const all = numbers.length === 1 ? numbers[0]! : numbers.flatMap((list) => padded(list, stride));
    const found: number[] = [];
    const places: number[] = [];
    const point = (corner: number): number => all[corner * stride + at]!;
    make(chains, numbersOf(element(primitive, 'vcount')), (...list) => {
      if (
        !list.every(
          (corner) => Number.isInteger(point(corner)) && point(corner) >= 0 && point(corner) < count,
        )
      )
        return;
      for (const corner of list) {
        found.push(point(corner));
        if (placeAt >= 0) places.push(all[corner * stride + placeAt] ?? -1);
      }
    });
    if ((this.#left -= found.length) < 0)
      throw new RenquilError('file-too-large', {
        file: this.file,
        limit: `${mostCorners / 3e6} million triangles`,
      });
    const isLines = primitive.name.startsWith('line');
    return {
      ...{ points, corners: found, isLines, material: -1, symbol: primitive.attributes['material'] ?? '' },
      places: placeAt >= 0 ? { of: places, values } : null,
    };
  }
  /** Three numbers a point, of the source that the vertices of a mesh name. */
  #positions(uri: string | undefined): number[] {
    const known = this.#points.get(uri ?? '');
    if (known) return known;
    const vertices = this.find(uri);
    const input = elements(vertices, 'input').find(({ attributes }) => attributes['semantic'] === 'POSITION');
    const points = this.#numbersOf(input?.attributes['source'], 3);
    if (uri !== undefined) this.#points.set(uri, points);
    return points;
  }
  /** So many numbers of each entry of a source; what an entry has not is 0. */
  #numbersOf(uri: string | undefined, size: number): number[] {
    const source = this.find(uri);
    const accessor = element(source, 'technique_common', 'accessor');
    const numbers = numbersOf(this.find(accessor?.attributes['source']) ?? element(source, 'float_array'));
    const stride = Math.max(1, Number(accessor?.attributes['stride'] ?? size) || size);
    const start = Number(accessor?.attributes['offset'] ?? 0) || 0;
    const out: number[] = [];
    for (let at = start; at + Math.min(size, stride) <= numbers.length; at += stride)
      for (let k = 0; k < size; k++) out.push(k < stride ? numbers[at + k]! : 0);
    return out;
  }
}
/** Up to whole corners, so that the next list begins with one. */
function padded(list: readonly number[], stride: number): number[] {
  const rest = list.length % stride;
  return rest ? [...list, ...Array<number>(stride - rest).fill(-1)] : [...list];
}
type Put = (...corners: number[]) => void;
/** How the corners of each kind of primitive make triangles, or ends of lines. */
const corners: Readonly<
  Record<string, (chains: readonly (readonly number[])[], counts: readonly number[], put: Put) => void>
> = {
  triangles: (chains, _, put) => {
    for (const list of chains)
      for (let i = 0; i + 2 < list.length; i += 3) put(list[i]!, list[i + 1]!, list[i + 2]!);
  },
  polylist([list = []], counts, put) {
    let at = 0;
    for (const count of counts) {
      fan(list.slice(at, at + count), put);
      at += count;
    }
  },
  polygons: (chains, _, put) => chains.forEach((list) => fan(list, put)),
  trifans: (chains, _, put) => chains.forEach((list) => fan(list, put)),
  tristrips: (chains, _, put) => {
    for (const list of chains)
      for (let i = 0; i + 2 < list.length; i++) put(list[i]!, list[i + 1 + (i % 2)]!, list[i + 2 - (i % 2)]!);
  },
  lines: (chains, _, put) => {
    for (const list of chains) for (let i = 0; i + 1 < list.length; i += 2) put(list[i]!, list[i + 1]!);
  },
  linestrips: (chains, _, put) => {
    for (const list of chains) for (let i = 0; i + 1 < list.length; i++) put(list[i]!, list[i + 1]!);
  },
};
function fan(list: readonly number[], put: Put): void {
  for (let i = 1; i + 1 < list.length; i++) put(list[0]!, list[i]!, list[i + 1]!);
}
