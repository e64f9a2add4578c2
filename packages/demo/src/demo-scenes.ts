import { buildCablewayCabin } from './cabin/cableway-cabin.js';
import { buildSupplyCrates, buildSupplyMaterials } from './crates/supply-crates.js';
import { buildIbex } from './ibex/ibex.js';
import { buildValleyStation } from './station/valley-station.js';
import { buildWinchListing } from './winch/winch-listing.js';
import { buildWinchRoom } from './winch/winch-room.js';

/** A scene of the demo project. */
export interface DemoScene {
  readonly file: string;
  build(): Promise<Uint8Array>;
  /** A file that lies beside it. */
  readonly beside?: { readonly file: string; build(): Uint8Array };
}

/** The scenes of the demo project, in the order of the library. */
export const demoScenes: readonly DemoScene[] = [
  { file: 'cableway_cabin.glb', build: buildCablewayCabin },
  { file: 'ibex.glb', build: buildIbex },
  { file: 'valley_station.glb', build: buildValleyStation },
  { file: 'winch_room.usda', build: buildWinchRoom },
  {
    file: 'supply_crates.obj',
    build: buildSupplyCrates,
    beside: { file: 'supply_crates.mtl', build: buildSupplyMaterials },
  },
  { file: 'winch_room_listing.json', build: buildWinchListing },
];
