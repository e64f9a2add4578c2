import { RenquilError } from '@renquil/core/errors';
import { distance, toMatrix } from '@renquil/core/math';
import type { Scene } from '@renquil/core/scene';
import { readGltf } from '../gltf/read-gltf.js';
import { openUsda, usdaGlb, type UsdaScene } from './read-usda.js';
import { UsdaChanges } from './usda-changes.js';
import { UsdaWriter } from './usda-writer.js';

/**
 * The layer that a scene came from, with the scene's names, tree and transforms in it. What was not changed stays byte for
 * byte; when nothing was, these are the very bytes that were read.
 * @throws RenquilError usda-refused for what the format, or this writer, cannot hold
 */
export function writeUsda(opened: UsdaScene, scene: Scene): Uint8Array {
  let from = opened;
  let wanted = scene;
  // Those that take over from what was changed would change with it, and what stands in the world would stay behind: they
  // are told where they are, until all is as it is to be.
  for (let round = 0; round < mostRounds; round++) {
    const changes = new UsdaChanges(from, wanted, readGltf(usdaGlb(from), 'was.glb').scene);
    const bytes = new UsdaWriter(from, changes).write();
    if (bytes === from.stage.bytes || !(changes.links.hasArcs || changes.movesPastResets)) return bytes;
    from = openUsda(bytes, opened.stage.layer.file);
    const settled = asWanted(readGltf(usdaGlb(from), 'now.glb').scene, wanted);
    if (!settled) return changes.refuse('what takes over from a prim that was changed would change with it');
    if (settled === 'so') return bytes;
    wanted = settled;
  }
  throw new RenquilError('usda-refused', {
    file: opened.stage.layer.file,
    detail: 'its prims take over from each other in a ring',
  });
}
const mostRounds = 5;
/** A scene that was read back, with what is to be as in another one; `so` when it is, null when they are not of the same objects. */
function asWanted(now: Scene, wanted: Scene): Scene | 'so' | null {
  const [here, there] = [[...now.walk()], [...wanted.walk()]];
  if (here.length !== there.length) return null;
  let isSo = true;
  for (const [i, object] of here.entries()) {
    const { name, local, switches } = there[i]!;
    if (object.name !== name) return null;
    const isNear =
      distance(toMatrix(object.local), toMatrix(local)) <=
      1e-9 * Math.max(1, ...toMatrix(local).map(Math.abs));
    if (isNear && object.switches.shown === switches.shown) continue;
    isSo = false;
    now.patch(object.id, { ...(isNear ? {} : { local }), switches });
  }
  return isSo ? 'so' : now;
}
