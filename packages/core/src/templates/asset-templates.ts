import type { AssetTemplate } from './asset-template.js';

/** Shipped templates, by asset type. Common practice; a convention or the scene itself may say otherwise. */
export const assetTemplates: Readonly<Record<string, AssetTemplate>> = {
  prop: {
    branches: [
      { name: '*geo_grp' },
      { name: '*col_grp', optional: true },
      { name: '*loc_grp', optional: true },
    ],
    floor: true,
  },
  set: {
    branches: [
      { name: '*structure_grp' },
      { name: '*dressing_grp', optional: true },
      { name: '*lights_grp', optional: true },
      { name: '*cameras_grp', optional: true },
    ],
    strangers: true,
  },
  character: {
    branches: [
      { name: '*geo_grp' },
      { name: '*skeleton_grp' },
      { name: '*controls_grp', optional: true },
      { name: '*guides_grp', optional: true },
    ],
    floor: true,
    symmetric: true,
  },
  vehicle: {
    branches: [
      { name: '*body_grp' },
      { name: '*wheels_grp' },
      { name: '*interior_grp', optional: true },
      { name: '*col_grp', optional: true },
    ],
    floor: true,
    symmetric: true,
  },
};
