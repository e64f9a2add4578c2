import { buildCablewayCabin } from './cabin/cableway-cabin.js';
import { buildIbex } from './ibex/ibex.js';
import { buildValleyStation } from './station/valley-station.js';
import { buildWinchRoom } from './winch/winch-room.js';

/** The scenes of the demo project, in the order of the library. */
export const demoScenes: readonly { readonly file: string; build(): Promise<Uint8Array> }[] = [
  { file: 'cableway_cabin.glb', build: buildCablewayCabin },
  { file: 'ibex.glb', build: buildIbex },
  { file: 'valley_station.glb', build: buildValleyStation },
  { file: 'winch_room.usda', build: buildWinchRoom },
];
