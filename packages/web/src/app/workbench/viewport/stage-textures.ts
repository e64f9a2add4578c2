import {
  ClampToEdgeWrapping,
  MirroredRepeatWrapping,
  RepeatWrapping,
  SRGBColorSpace,
  TextureSource,
  Texture,
  type Wrapping,
} from 'three';
import type { BaseTexture } from '@renquil/formats';
import type { DrawnTextures } from './scene-textures';

/** What a material wears: its picture, and what the alpha of that does. */
export interface WornTexture {
  readonly map: Texture;
  readonly alpha: BaseTexture['alpha'];
}
const wraps: Readonly<Record<number, Wrapping>> = {
  33071: ClampToEdgeWrapping,
  33648: MirroredRepeatWrapping,
  10497: RepeatWrapping,
};

/** Pictures of a scene on the card; materials that show the same one share it. */
export class StageTextures {
  readonly #worn = new Map<number, WornTexture>();
  constructor(readonly made: DrawnTextures) {
    const sources = made.pictures.map((picture) => new TextureSource(picture));
    for (const { material, picture, laid } of made.textures) {
      const map = new Texture();
      map.source = sources[picture]!;
      map.colorSpace = SRGBColorSpace;
      // Pictures of glTF begin at the top (section 3.8.2).
      map.flipY = false;
      [map.wrapS, map.wrapT] = laid.wrap.map((wrap) => wraps[wrap] ?? RepeatWrapping) as [Wrapping, Wrapping];
      map.offset.set(...laid.offset);
      map.repeat.set(...laid.scale);
      map.rotation = laid.turn;
      map.needsUpdate = true;
      this.#worn.set(material, { map, alpha: laid.alpha });
    }
  }
  get size(): number {
    return this.#worn.size;
  }
  of(material: number): WornTexture | null {
    return this.#worn.get(material) ?? null;
  }
  dispose(): void {
    for (const { map } of this.#worn.values()) map.dispose();
    for (const picture of this.made.pictures) picture.close();
  }
}
