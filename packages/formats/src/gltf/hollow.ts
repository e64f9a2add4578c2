import type { ListName } from './drop-from-list.js';
import { typeSizes, type Gltf, type GltfAccessor } from './gltf-json.js';
import { goneNode } from './node-data.js';

/** One white pixel, a PNG (ISO/IEC 15948) of 70 bytes. */
const pixel =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=';

/**
 * Puts an empty thing in the place of each that goes, so that all others keep their numbers: nodes that nothing shows,
 * meshes of one point, materials, textures and accessors that say nothing, images of one pixel. No name and no byte of
 * what went is left.
 */
export function hollow(json: Gltf, list: ListName, gone: ReadonlySet<number>): void {
  const all = json[list] as unknown[] | undefined;
  for (const index of gone) {
    switch (list) {
      case 'nodes':
        all![index] = structuredClone(goneNode);
        break;
      case 'meshes':
        json.meshes![index] = { primitives: [{ attributes: { POSITION: emptyPoint(json) }, mode: 0 }] };
        break;
      case 'accessors':
        json.accessors![index] = empty(json.accessors![index]!);
        break;
      case 'images':
        json.images![index] = { uri: pixel };
        break;
      case 'cameras':
        json.cameras![index] = { type: 'perspective', perspective: { yfov: 1, znear: 1 } };
        break;
      case 'skins':
        json.skins![index] = { joints: json.skins![index]!.joints };
        break;
      default:
        all![index] = {};
    }
  }
}

/** Zeros that are in no buffer (glTF 2.0, section 3.6.2.1). */
function empty({ componentType, type, min, max }: GltfAccessor): GltfAccessor {
  const zeros = Array.from({ length: typeSizes[type]! }, () => 0);
  return { componentType, count: 1, type, ...(min ? { min: zeros } : {}), ...(max ? { max: zeros } : {}) };
}

/** One point at the origin, shared by all meshes that went; it is the last of the accessors. */
function emptyPoint(json: Gltf): number {
  const at = json.accessors?.findIndex(
    ({ bufferView, sparse, count, type, componentType, min, name }: GltfAccessor & { name?: string }) =>
      bufferView === undefined &&
      !sparse &&
      count === 1 &&
      type === 'VEC3' &&
      componentType === 5126 &&
      !!min &&
      name === undefined,
  );
  if (at !== undefined && at >= 0) return at;
  const point = { componentType: 5126, count: 1, type: 'VEC3', min: [0, 0, 0], max: [0, 0, 0] };
  return (json.accessors ??= []).push(point) - 1;
}
