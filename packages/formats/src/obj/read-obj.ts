import { besideOf } from '../beside-of.js';
import { FileUnits } from '../file-units.js';
import { GlbBuilder, type ShapePart } from '../gltf/glb-builder.js';
import type { GltfSource, ResourceReader } from '../gltf/gltf-source.js';
import { unknownLook } from '../gltf/unknown-look.js';
import { parseMtl, type Mtl } from './mtl.js';
import { parseObj, type Obj, type ObjObject } from './parse-obj.js';

/** A file with the materials that lie beside it. */
export interface ObjScene {
  readonly obj: Obj;
  readonly libraries: readonly Mtl[];
  /** Those that did not come. */
  readonly lacking: readonly string[];
  /** The pictures that came, by the materials that wear them. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
}

/** Opens an OBJ file. @throws RenquilError obj-invalid with the line */
export function openObj(bytes: Uint8Array, file: string, read?: ResourceReader): ObjScene {
  const obj = parseObj(bytes, file);
  const libraries: Mtl[] = [];
  const lacking: string[] = [];
  for (const path of new Set(obj.libraries)) {
    // A name with a space may be one file, or two.
    const whole = read?.(path);
    for (const one of whole ? [path] : path.split(/\s+/)) {
      const found = whole ?? read?.(one);
      if (found) libraries.push(parseMtl(found, one));
      else lacking.push(one);
    }
  }
  const pictures = new Map<string, Uint8Array>();
  for (const { path, materials } of libraries)
    for (const { name, picture } of materials) {
      // Programs of other systems write the way with `\\`.
      const at = picture && besideOf(path, picture.replaceAll('\\', '/'));
      const bytes = at ? read?.(at) : null;
      if (bytes) pictures.set(name, bytes);
    }
  return { obj, libraries, lacking, pictures };
}

/** The objects of the file as a .glb, node for node in their order. Metres, Y up: the format says nothing of either. */
export function objGltf(
  { obj, libraries, pictures }: ObjScene,
  file: string,
  progress?: (done: number, total: number) => void,
): GltfSource {
  const out = new GlbBuilder();
  const colours = new Map(
    libraries.flatMap(({ materials }) => materials.map((one) => [one.name, one.colour] as const)),
  );
  const materials = obj.materials.map(({ name }) => {
    const colour = colours.get(name);
    const picture = pictures.get(name);
    const index = picture ? out.pictures.add(picture) : null;
    if (!colour) return unknownLook(name);
    // Where a picture is, many programs leave the colour black: it would hide it.
    const [r, g, b, a] =
      index !== null && colour.slice(0, 3).every((n) => n === 0) ? [1, 1, 1, colour[3]] : colour;
    return {
      name,
      pbrMetallicRoughness: {
        baseColorFactor: [r, g, b, a],
        ...(index === null ? {} : { baseColorTexture: { index } }),
      },
      ...(a < 1 ? { alphaMode: 'BLEND' } : {}),
    };
  });
  const units = new FileUnits();
  const children = obj.objects.map((): number[] => []);
  const roots: number[] = [];
  obj.objects.forEach((object, at) => {
    if ((at & 1023) === 1023) progress?.(at, obj.objects.length);
    if (object.parent < 0) roots.push(at);
    else children[object.parent]!.push(at);
    const wears = (material: number): boolean =>
      'baseColorTexture' in (materials[material]?.pbrMetallicRoughness ?? {});
    const mesh = out.mesh(object.name, partsOf(obj, object, wears), units);
    out.nodes.push({
      name: object.name,
      children: children[at]!,
      ...(mesh === null ? {} : { mesh }),
    });
  });
  // Children come behind their parents: the lists are whole by now, and an empty one is none.
  for (const node of out.nodes) if (!node.children!.length) delete node.children;
  return out.source(file, roots, materials, null);
}

/**
 * Points that an object uses, from 0, and what it makes of them.
 * @param wears whether a material has a picture: then a point is one for each place in it
 */
function partsOf(
  obj: Obj,
  { triangles, lines, laid }: ObjObject,
  wears: (material: number) => boolean,
): ShapePart[] {
  const plain = new Corners(obj);
  return [
    ...[...triangles].map(([material, list]): ShapePart => {
      const its = wears(material) ? laid.get(material) : undefined;
      if (!its)
        return {
          material,
          corners: list.map((corner) => plain.of(corner, -1)),
          isLines: false,
          points: plain.points,
        };
      const own = new Corners(obj);
      const corners = list.map((corner, i) => own.of(corner, its[i]!));
      return { material, corners, isLines: false, points: own.points, laid: own.laid };
    }),
    ...(lines.length
      ? [
          {
            material: -1,
            corners: lines.map((corner) => plain.of(corner, -1)),
            isLines: true,
            points: plain.points,
          },
        ]
      : []),
  ];
}
/** Points as they are used, each with its place in a picture once. */
class Corners {
  readonly points: number[] = [];
  readonly laid: number[] = [];
  readonly #at = new Map<number, number>();
  readonly #places: number;
  constructor(readonly obj: Obj) {
    this.#places = obj.laid.length / 2 + 1;
  }
  /** @param place -1: none */
  of(corner: number, place: number): number {
    const key = corner * this.#places + place + 1;
    let known = this.#at.get(key);
    if (known === undefined) {
      const { points, laid } = this.obj;
      this.#at.set(key, (known = this.points.length / 3));
      this.points.push(points[3 * corner]!, points[3 * corner + 1]!, points[3 * corner + 2]!);
      // The format counts from the bottom, glTF from the top.
      this.laid.push(place < 0 ? 0 : laid[2 * place]!, place < 0 ? 0 : 1 - laid[2 * place + 1]!);
    }
    return known;
  }
}

/** What of the file is not read, in a sentence; empty: nothing. */
export function saidOfObj({ obj, lacking }: ObjScene): string {
  const said = [
    ...(obj.objects.length ? [] : [`Nothing is made of its ${obj.points.length / 3} points`]),
    ...(lacking.length
      ? [`Materials lie in files that did not come: ${lacking.slice(0, 3).join(', ')}`]
      : []),
    ...[...obj.unread].map(([word, count]) => `"${word}" statements are carried, not drawn: ${count}`),
  ];
  return said.join('. ');
}
