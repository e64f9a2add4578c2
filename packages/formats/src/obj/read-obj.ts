import { besideOf } from '../beside-of.js';
import { FileUnits } from '../file-units.js';
import { GlbBuilder, type ShapePart } from '../gltf/glb-builder.js';
import { laidAnew } from '../gltf/laid-anew.js';
import { laidPart } from '../gltf/laid-part.js';
import type { GltfSource, ResourceReader } from '../gltf/gltf-source.js';
import { pictureKind, saidOfBare } from '../gltf/picture-kind.js';
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
  /** Names of those that did not, or are of a kind that is not drawn. */
  readonly bare: readonly string[];
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
  const bare = new Set<string>();
  for (const { path, materials } of libraries)
    for (const { name, picture } of materials) {
      // Programs of other systems write the way with `\\`.
      const at = picture && besideOf(path, picture.replaceAll('\\', '/'));
      const bytes = at ? read?.(at) : null;
      if (bytes && pictureKind(bytes)) pictures.set(name, bytes);
      else if (picture) bare.add(picture);
    }
  return { obj, libraries, lacking, pictures, bare: [...bare] };
}

/** The objects of the file as a .glb, node for node in their order. Metres, Y up: the format says nothing of either. */
export function objGltf(
  { obj, libraries, pictures }: ObjScene,
  file: string,
  progress?: (done: number, total: number) => void,
): GltfSource {
  const out = new GlbBuilder();
  const known = new Map(
    libraries.flatMap(({ materials }) => materials.map((one) => [one.name, one] as const)),
  );
  const materials = obj.materials.map(({ name }) => {
    const { colour, laid } = known.get(name) ?? { colour: null, laid: null };
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
        ...(index === null ? {} : { baseColorTexture: { index, ...(laid && laidAnew(laid)) } }),
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
  const points: number[] = [];
  const at = new Map<number, number>();
  const own = (corner: number): number => {
    let known = at.get(corner);
    if (known === undefined) {
      at.set(corner, (known = points.length / 3));
      points.push(obj.points[3 * corner]!, obj.points[3 * corner + 1]!, obj.points[3 * corner + 2]!);
    }
    return known;
  };
  const parts = [...triangles].map(([material, corners]): ShapePart => {
    const places = wears(material) ? laid.get(material) : undefined;
    if (!places) return { material, corners: corners.map(own), isLines: false, points };
    const part = { material, corners, isLines: false, points: obj.points };
    return laidPart(
      part,
      { corners, places, faces: [] },
      { per: 'faceVarying', values: obj.laid, indices: [] },
    );
  });
  if (lines.length) parts.push({ material: -1, corners: lines.map(own), isLines: true, points });
  return parts;
}

/** What of the file is not read, in a sentence; empty: nothing. */
export function saidOfObj({ obj, lacking, bare }: ObjScene): string {
  const said = [
    ...(obj.objects.length ? [] : [`Nothing is made of its ${obj.points.length / 3} points`]),
    ...(lacking.length
      ? [`Materials lie in files that did not come: ${lacking.slice(0, 3).join(', ')}`]
      : []),
    ...(bare.length ? [saidOfBare(bare)] : []),
    ...[...obj.unread].map(([word, count]) => `"${word}" statements are carried, not drawn: ${count}`),
  ];
  return said.join('. ');
}
