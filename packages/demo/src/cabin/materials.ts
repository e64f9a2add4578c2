import type { Material } from '@gltf-transform/core';
import type { SceneBuilder } from '../build/scene-builder.js';

/** What the cabin is made of, by word. */
export type CabinMaterials = Readonly<
  Record<'enamel' | 'steel' | 'nylon' | 'oak' | 'glass' | 'brass' | 'rubber' | 'guide', Material>
>;

/** The materials of the cabin, made in a scene. */
export function cabinMaterials(builder: SceneBuilder): CabinMaterials {
  return {
    enamel: builder.material('enamel', 0x9db8a4, { rough: 0.45 }),
    steel: builder.material('steel', 0x6f7a7c, { metal: 0.6, rough: 0.4 }),
    nylon: builder.material('nylon', 0xd9b34a, { rough: 0.6 }),
    oak: builder.material('oak', 0xb98650, { rough: 0.8 }),
    glass: builder.material('glass', 0xcfe3e4, { alpha: 0.35, rough: 0.1 }),
    brass: builder.material('brass', 0xc8a24a, { metal: 0.7, rough: 0.35 }),
    rubber: builder.material('rubber', 0x3a3d3c, { rough: 0.9 }),
    guide: builder.material('guide', 0xc77f9a, { rough: 1 }),
  };
}
