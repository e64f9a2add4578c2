import { naturalCompare } from '../names/natural-order.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Plan } from './plan-on-fork.js';
import { planMoves } from './plan-moves.js';

/** Puts the children of an object (null: the roots) into natural order of their names; equal names stay as they were. */
export function planSort(scene: Scene, parent: ObjectId | null): Plan {
  const now = scene.childrenOf(parent);
  const wanted = [...now].sort((a, b) => naturalCompare(scene.get(a).name, scene.get(b).name));
  const moves = wanted.map((object, index) => ({ object, under: parent, index }));
  return planMoves(scene, moves, 'local');
}
