import { RenquilError } from '@renquil/core/errors';
import type { XmlElement } from '@rgrove/parse-xml';
import type { ShapePart } from '../gltf/glb-builder.js';
import { numbersOf } from './collada-numbers.js';
import { element, elements } from './xml-file.js';

/** Corners of a whole file: a few lines may draw a mesh a million times, but it is held once. */
const mostCorners = 60_000_000;

/** What an id in a URI of the file itself means; null: nothing, or what lies in another file. */
export type FindById = (uri: string | undefined) => XmlElement | null;

/** Shapes of a COLLADA file: meshes of triangles, polygons and lines (ISO/PAS 17506, mesh). */
export class ColladaShapes {
  readonly #known = new Map<XmlElement, readonly (ShapePart & { readonly symbol: string })[]>();
  #left = mostCorners;
  constructor(
    readonly find: FindById,
    readonly file: string,
  ) {}

  /** The parts of a geometry with the symbols that stand for their materials. */
  of(geometry: XmlElement): readonly (ShapePart & { readonly symbol: string })[] {
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
  #part(primitive: XmlElement): (ShapePart & { readonly symbol: string }) | null {
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
    const chains = lists.map((p) => numbersOf(p).filter((_, i) => i % stride === at));
    const found: number[] = [];
    const isThere = (...list: number[]): boolean =>
      list.every((n) => Number.isInteger(n) && n >= 0 && n < count);
    make(chains, numbersOf(element(primitive, 'vcount')), (...list) => {
      if (isThere(...list)) found.push(...list);
    });
    if ((this.#left -= found.length) < 0)
      throw new RenquilError('file-too-large', {
        file: this.file,
        limit: `${mostCorners / 3e6} million triangles`,
      });
    const isLines = primitive.name.startsWith('line');
    return { points, corners: found, isLines, material: -1, symbol: primitive.attributes['material'] ?? '' };
  }
  /** Three numbers a point, of the source that the vertices of a mesh name. */
  #positions(uri: string | undefined): number[] {
    const known = this.#points.get(uri ?? '');
    if (known) return known;
    const vertices = this.find(uri);
    const input = elements(vertices, 'input').find(({ attributes }) => attributes['semantic'] === 'POSITION');
    const source = this.find(input?.attributes['source']);
    const accessor = element(source, 'technique_common', 'accessor');
    const numbers = numbersOf(this.find(accessor?.attributes['source']) ?? element(source, 'float_array'));
    const stride = Math.max(1, Number(accessor?.attributes['stride'] ?? 3) || 3);
    const start = Number(accessor?.attributes['offset'] ?? 0) || 0;
    const points: number[] = [];
    for (let at = start; at + Math.min(3, stride) <= numbers.length; at += stride)
      points.push(numbers[at]!, numbers[at + 1] ?? 0, stride > 2 ? numbers[at + 2]! : 0);
    if (uri !== undefined) this.#points.set(uri, points);
    return points;
  }
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
