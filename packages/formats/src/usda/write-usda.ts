import { RenquilError } from '@renquil/core/errors';
import { distance, toMatrix } from '@renquil/core/math';
import type { Scene, SceneObject } from '@renquil/core/scene';
import type { Gltf } from '../gltf/gltf-json.js';
import { objectsOf } from '../gltf/read-gltf.js';
import { openUsda, usdaGltf, type UsdaScene } from './read-usda.js';
import { holdTaken } from './usda-held.js';
import { UsdaChanges } from './usda-changes.js';
import { UsdaWriter } from './usda-writer.js';

/**
 * The layer that a scene came from, with the scene's names, tree and transforms in it. What was not changed stays byte for
 * byte; when nothing was, these are the very bytes that were read.
 * @param made the document of the .glb that was made of it when it came
 * @throws RenquilError usda-refused for what the format, or this writer, cannot hold
 */
export function writeUsda(opened: UsdaScene, scene: Scene, made: Gltf): Uint8Array {
  let was = objectsOf(made);
  let from = asRead(opened, was);
  let wanted = scene;
  // Those that take over from what was changed would change with it, and what stands in the world would stay behind: they
  // are told where they are, until all is as it is to be.
  for (let round = 0; round < mostRounds; round++) {
    const changes = new UsdaChanges(from, wanted, was);
    const bytes = new UsdaWriter(from, changes).write();
    if (bytes === from.stage.layer.own || !(changes.links.hasArcs || changes.movesPastResets)) return bytes;
    from = openUsda(bytes, opened.stage.layer.file, opened.read, from.stage.asWhole);
    was = objectsOf(usdaGltf(from, 'now.glb').json);
    holdTaken(from, was);
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
/**
 * A layer with the objects that it had when it came: what it takes over was one with what takes it over, once. Objects are told
 * by their number: a later reading that counts them otherwise must not write.
 */
function asRead(opened: UsdaScene, was: Scene): UsdaScene {
  if (isReadAs(opened, was)) return opened;
  const { own, file } = opened.stage.layer;
  const whole = openUsda(own, file, opened.read, true);
  if (isReadAs(whole, was)) return whole;
  throw new RenquilError('usda-refused', {
    file,
    detail: 'it is read with other objects today than when it came; bring it in again',
  });
}
function isReadAs({ stage, outline }: UsdaScene, was: Scene): boolean {
  return (
    was.size === outline.places.length + outline.joints.length &&
    outline.places.every((place, node) => was.find(node + 1)?.name === stage.namespace.places[place]!.name) &&
    outline.joints.every(({ name }, at) => was.find(outline.places.length + at + 1)?.name === name)
  );
}
const mostRounds = 5;
/** Parents before children; what is taken over after the others and by name, since in which order it comes is not said. */
function ordered(scene: Scene): SceneObject[] {
  const out: SceneObject[] = [];
  const stack = [...scene.roots].reverse();
  const byName = (a: number, b: number): number => (scene.get(a).name < scene.get(b).name ? -1 : 1);
  while (stack.length) {
    const object = scene.get(stack.pop()!);
    out.push(object);
    const held = object.children.filter((id) => scene.get(id).held);
    const own = held.length ? object.children.filter((id) => !scene.get(id).held) : object.children;
    for (const id of [...own, ...held.sort(byName)].reverse()) stack.push(id);
  }
  return out;
}
/** A scene that was read back, with what is to be as in another one; `so` when it is, null when they are not of the same objects. */
function asWanted(now: Scene, wanted: Scene): Scene | 'so' | null {
  const [here, there] = [ordered(now), ordered(wanted)];
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
