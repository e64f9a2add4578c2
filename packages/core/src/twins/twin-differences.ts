import { sameJson } from '../edits/same-json.js';
import { sameTransform } from '../math/transform.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';

/** One thing in which a branch is not like its master: of which object there, and in words. */
export interface TwinDifference {
  /** In the other branch; for what is missing there, the object it would hang under. */
  readonly object: ObjectId;
  readonly what: 'kind' | 'shape' | 'materials' | 'place' | 'layer' | 'switches' | 'missing' | 'extra';
  readonly says: string;
}

/** Objects of two branches that correspond, by their order among siblings; null: the other has none there. */
function* pairsOf(
  scene: Scene,
  master: ObjectId,
  other: ObjectId,
): Generator<[SceneObject | null, SceneObject | null]> {
  const stack: [ObjectId, ObjectId][] = [[master, other]];
  while (stack.length) {
    const [a, b] = stack.pop()!;
    const [one, two] = [scene.get(a), scene.get(b)];
    yield [one, two];
    const most = Math.max(one.children.length, two.children.length);
    for (let i = most - 1; i >= 0; i--) {
      const [x, y] = [one.children[i], two.children[i]];
      if (x !== undefined && y !== undefined) stack.push([x, y]);
      else if (x !== undefined) yield [scene.get(x), null];
      else yield [null, scene.get(y!)];
    }
  }
}

/** What differs; where the branches stand themselves does not count, nor do names. */
export function twinDifferences(scene: Scene, master: ObjectId, other: ObjectId): TwinDifference[] {
  const found: TwinDifference[] = [];
  for (const [one, two] of pairsOf(scene, master, other)) {
    if (!one) found.push({ object: two!.id, what: 'extra', says: `"${two!.name}" is not in the master` });
    else if (!two) {
      found.push({ object: other, what: 'missing', says: `"${one.name}" of the master is not here` });
    } else found.push(...ofPair(scene, one, two, two.id === other));
  }
  return found;
}

function ofPair(scene: Scene, one: SceneObject, two: SceneObject, isTop: boolean): TwinDifference[] {
  const found: TwinDifference[] = [];
  const say = (what: TwinDifference['what'], says: string): void => {
    found.push({ object: two.id, what, says: `"${two.name}" ${says}` });
  };
  const look = ({ shape }: SceneObject): unknown =>
    shape === null ? null : (scene.shapes[shape]?.digest ?? shape);
  const materials = (object: SceneObject): string =>
    object.materials.map((at) => scene.materials[at]?.name ?? '').join(', ') || 'none';
  if (one.kind !== two.kind) say('kind', `is a ${two.kind}, not a ${one.kind}`);
  if (look(one) !== look(two) || !sameJson(one.bake ?? null, two.bake ?? null))
    say('shape', 'has another shape');
  if (!sameJson(one.materials, two.materials))
    say('materials', `has ${materials(two)}, not ${materials(one)}`);
  if (!isTop && !sameTransform(one.local, two.local)) say('place', 'stands or turns another way');
  if (one.layer !== two.layer) say('layer', `is in ${two.layer}, not ${one.layer}`);
  if (!sameJson(one.switches, two.switches)) say('switches', 'has other switches');
  return found;
}
