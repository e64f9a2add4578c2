import { listScene, openScene } from '@renquil/formats';
import { buildWinchRoom } from './winch-room.js';

/** The winch room as a program would list it that no reader here can open: names, tree, places and bounds, no points. */
export async function buildWinchListing(): Promise<Uint8Array> {
  return listScene(openScene(await buildWinchRoom(), 'winch_room.usda').scene, false);
}
