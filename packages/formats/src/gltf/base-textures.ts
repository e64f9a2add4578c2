import type { Gltf } from './gltf-json.js';
import { isObject } from './guards.js';

/** The picture of a material's base colour, and how it is laid on (glTF 2.0, sections 3.8 and 3.9.2; KHR_texture_transform). */
export interface BaseTexture {
  /** Index of the image. */
  readonly image: number;
  /** Which set of coordinates it is laid on by. */
  readonly texCoord: number;
  /** Across and up, as glTF numbers them: 33071 ends, 33648 mirrors, 10497 repeats. */
  readonly wrap: readonly [number, number];
  readonly offset: readonly [number, number];
  /** Radians, against the clock. */
  readonly turn: number;
  readonly scale: readonly [number, number];
  /** What the alpha of the picture does: nothing, is seen through, or leaves out what is below the cutoff. */
  readonly alpha: 'OPAQUE' | 'BLEND' | number;
}
type Json = Readonly<Record<string, unknown>>;
const object = (value: unknown): Json => (isObject(value) ? value : {});
const whole = (value: unknown, otherwise: number): number =>
  Number.isInteger(value) && Number(value) >= 0 ? Number(value) : otherwise;
const pair = (value: unknown, otherwise: readonly [number, number]): readonly [number, number] =>
  Array.isArray(value) && value.length === 2 && value.every((n) => Number.isFinite(n))
    ? [Number(value[0]), Number(value[1])]
    : otherwise;

/** The pictures of base colours by their materials (of several, the one that needs no decoder of ours). */
export function baseTextures(json: Gltf): Map<number, BaseTexture> {
  const found = new Map<number, BaseTexture>();
  (json.materials ?? []).forEach((material, index) => {
    const look = material as Json;
    const glossy = object(object(look['extensions'])['KHR_materials_pbrSpecularGlossiness'])[
      'diffuseTexture'
    ];
    const info = object(object(look['pbrMetallicRoughness'])['baseColorTexture'] ?? glossy);
    const made = textureOf(json, info);
    if (made) found.set(index, { ...made, alpha: alphaOf(look) });
  });
  return found;
}
function textureOf(json: Gltf, info: Json): Omit<BaseTexture, 'alpha'> | null {
  const texture = json.textures?.[whole(info['index'], -1)] as Json | undefined;
  if (!texture) return null;
  const extensions = object(texture['extensions']);
  const [webp, avif, basis] = ['EXT_texture_webp', 'EXT_texture_avif', 'KHR_texture_basisu'].map(
    (name) => object(extensions[name])['source'],
  );
  const image = whole(avif ?? webp ?? texture['source'] ?? basis, -1);
  if (!json.images?.[image]) return null;
  const { samplers } = json;
  const sampler = object(Array.isArray(samplers) ? samplers[whole(texture['sampler'], -1)] : undefined);
  const laid = object(object(info['extensions'])['KHR_texture_transform']);
  const turn = laid['rotation'];
  return {
    image,
    texCoord: whole(laid['texCoord'], whole(info['texCoord'], 0)),
    wrap: [whole(sampler['wrapS'], 10497), whole(sampler['wrapT'], 10497)],
    offset: pair(laid['offset'], [0, 0]),
    turn: typeof turn === 'number' && Number.isFinite(turn) ? turn : 0,
    scale: pair(laid['scale'], [1, 1]),
  };
}
function alphaOf({ alphaMode, alphaCutoff }: Json): BaseTexture['alpha'] {
  if (alphaMode === 'BLEND') return 'BLEND';
  if (alphaMode !== 'MASK') return 'OPAQUE';
  return typeof alphaCutoff === 'number' && Number.isFinite(alphaCutoff) ? alphaCutoff : 0.5;
}
