import { RenquilError } from '@renquil/core/errors';
import { distance, toMatrix } from '@renquil/core/math';
import type { Scene } from '@renquil/core/scene';
import type { Gltf } from '../gltf/gltf-json.js';
import { sceneOf } from '../gltf/read-gltf.js';
import { openUsda, usdaGltf, type UsdaScene } from './read-usda.js';
import { UsdaChanges } from './usda-changes.js';
import { UsdaWriter } from './usda-writer.js';

/**
 * The layer that a scene came from, with the scene's names, tree and transforms in it. What was not changed stays byte for
 * byte; when nothing was, these are the very bytes that were read.
 * @param made the document of the .glb that was made of it when it came
 * @throws RenquilError usda-refused for what the format, or this writer, cannot hold
 */
export function writeUsda(opened: UsdaScene, scene: Scene, made: Gltf): Uint8Array {
  let from = opened;
  let was = sceneOf(made);
  checkReading(opened, was);
  let wanted = scene;
  // Those that take over from what was changed would change with it, and what stands in the world would stay behind: they
  // are told where they are, until all is as it is to be.
  for (let round = 0; round < mostRounds; round++) {
    const changes = new UsdaChanges(from, wanted, was);
    const bytes = new UsdaWriter(from, changes).write();
    if (bytes === from.stage.layer.own || !(changes.links.hasArcs || changes.movesPastResets)) return bytes;
    from = openUsda(bytes, opened.stage.layer.file, opened.read);
    was = sceneOf(usdaGltf(from, 'now.glb').json);
    const settled = asWanted(was.fork(), wanted);
    if (!settled) return changes.refuse('what takes over from a prim that was changed would change with it');
    if (settled === 'so') return bytes;
    wanted = settled;
  }
  throw new RenquilError('usda-refused', {
    file: opened.stage.layer.file,
    detail: 'its prims take over from each other in a ring',
  });
}
/** The objects of a scene are told by their number: a later reading that counts them otherwise must not write. */
function checkReading({ stage, outline }: UsdaScene, was: Scene): void {
  const isSame =
    was.size === outline.places.length + outline.joints.length &&
    outline.places.every((place, node) => was.find(node + 1)?.name === stage.namespace.places[place]!.name) &&
    outline.joints.every(({ name }, at) => was.find(outline.places.length + at + 1)?.name === name);
  if (!isSame)
    throw new RenquilError('usda-refused', {
      file: stage.layer.file,
      detail: 'it is read with other objects today than when it came; bring it in again',
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
