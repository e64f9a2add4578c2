import { asIdentifier } from '../names/as-identifier.js';
import { splitWords } from '../names/split-words.js';
import { facesBelow, worldBounds } from '../scene/bounds.js';
import { boxVolume, type Box } from '../math/box.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { planOnFork, type Plan } from './plan-on-fork.js';
import { freeGroupName } from './free-group-name.js';
import { planMoves } from './plan-moves.js';
import { planGroup } from './plan-group.js';
import { topObjects } from './top-objects.js';

/** What objects that belong together share: kind, the first word of the name, a material, the layer, or being near. */
export type ArrangeBy = 'kind' | 'first-word' | 'material' | 'layer' | 'nearness';

/** Objects that would be put together. */
export interface Cluster {
  readonly name: string;
  readonly objects: readonly ObjectId[];
  /** One that is there already becomes their parent; left out: a new group. */
  readonly under?: ObjectId;
}
/** By what objects are put together. */
export interface ArrangeOptions {
  readonly by: ArrangeBy;
  /** For nearness: how far apart the boxes of two objects may be, in metres. */
  readonly within?: number;
  /** The part with the most faces, then the largest box, becomes the parent of the rest, in place of a new group. */
  readonly underBiggest?: boolean;
}

/** How objects would be put together; those that share with nobody are left out. */
export function proposeClusters(
  scene: Scene,
  objects: Iterable<ObjectId>,
  { by, within = 0, underBiggest = false }: ArrangeOptions,
): Cluster[] {
  const tops = topObjects(scene, objects);
  const clusters = by === 'nearness' ? nearClusters(scene, tops, within) : keyClusters(scene, tops, by);
  return underBiggest ? clusters.map((cluster) => suggestParent(scene, cluster)) : clusters;
}

/** The part that the others of a cluster should hang under. */
function suggestParent(scene: Scene, { objects }: Cluster): Cluster {
  const most = Math.max(...objects.map((id) => facesBelow(scene, id)));
  const under = biggest(
    scene,
    objects.filter((id) => facesBelow(scene, id) === most),
  );
  return { name: scene.get(under).name, under, objects: objects.filter((id) => id !== under) };
}

function keyClusters(scene: Scene, tops: readonly ObjectId[], by: Exclude<ArrangeBy, 'nearness'>): Cluster[] {
  const clusters = new Map<string, ObjectId[]>();
  for (const id of tops) {
    const key = keyOf(scene, id, by);
    if (!key) continue;
    const known = clusters.get(key);
    if (known) known.push(id);
    else clusters.set(key, [id]);
  }
  return [...clusters]
    .filter(([, ids]) => ids.length > 1)
    .map(([key, ids]) => ({ name: groupName(key), objects: ids }));
}

/** Every cluster under its own parent, or in a new group under a name that is free, as one list of edits. */
export function planClusters(scene: Scene, clusters: readonly Cluster[]): Plan {
  return planOnFork(scene, (fork, run) => {
    for (const { name, objects, under } of clusters) {
      if (under !== undefined) {
        const plan = planMoves(
          fork,
          objects.map((object) => ({ object, under })),
          'world',
        );
        if (!plan.ok) return plan;
        run(plan.edits);
        continue;
      }
      const plan = planGroup(fork, objects, { name: freeGroupName(fork, name), pivot: 'centre' });
      if (!plan.ok) return plan;
      run(plan.edits);
    }
  });
}

/** Words that say where or which, not what; a group is not named after them. */
const small = /^([A-Za-z]|left|right|front|back|geo|grp|mesh|group)$/i;

function keyOf(scene: Scene, id: ObjectId, by: Exclude<ArrangeBy, 'nearness'>): string {
  const { kind, layer, materials, name } = scene.get(id);
  if (by === 'kind') return kind;
  if (by === 'layer') return layer;
  if (by === 'material') return materials.length ? (scene.materials[materials[0]!]?.name ?? '') : '';
  return firstWord(name);
}

/** The first word of a name that says what it is, in lower case; empty when there is none. */
export function firstWord(name: string): string {
  const words = splitWords(name).map((word) => word.text);
  return (words.find((word) => !small.test(word) && !/^[0-9]+$/.test(word)) ?? '').toLowerCase();
}

function groupName(key: string): string {
  const plain = asIdentifier(key, ' ').replaceAll('_', ' ').trim();
  const camel = plain
    .split(' ')
    .map((word, i) =>
      i ? word.charAt(0).toUpperCase() + word.slice(1) : word.charAt(0).toLowerCase() + word.slice(1),
    );
  return `${camel.join('') || 'parts'}_grp`;
}

/**
 * Objects whose world boxes touch, or come within a distance, directly or through others. A grid of cells as large as
 * the largest box keeps this near linear for objects of like sizes.
 */
function nearClusters(scene: Scene, tops: readonly ObjectId[], within: number): Cluster[] {
  const boxes = tops.map((id) => worldBounds(scene, id));
  const root = tops.map((_, i) => i);
  const find = (i: number): number => {
    while (root[i] !== i) i = root[i] = root[root[i]!]!;
    return i;
  };
  const cell = Math.max(
    1e-6,
    within,
    ...boxes.map((box) => (box ? Math.max(...[0, 1, 2].map((k) => box.max[k]! - box.min[k]!)) : 0)),
  );
  const grid = new Map<string, number[]>();
  boxes.forEach((box, i) => {
    if (!box) return;
    const [low, high] = [
      box.min.map((n) => Math.floor((n - within) / cell)),
      box.max.map((n) => Math.floor((n + within) / cell)),
    ];
    for (let x = low[0]!; x <= high[0]!; x++)
      for (let y = low[1]!; y <= high[1]!; y++)
        for (let z = low[2]!; z <= high[2]!; z++) {
          const key = `${x},${y},${z}`;
          const here = grid.get(key);
          for (const other of here ?? [])
            if (find(i) !== find(other) && near(box, boxes[other]!, within)) root[find(i)] = find(other);
          if (here) here.push(i);
          else grid.set(key, [i]);
        }
  });
  const clusters = new Map<number, ObjectId[]>();
  tops.forEach((id, i) => {
    const at = find(i);
    clusters.set(at, [...(clusters.get(at) ?? []), id]);
  });
  return [...clusters.values()]
    .filter((ids) => ids.length > 1)
    .map((ids) => ({ name: groupName(keyOf(scene, biggest(scene, ids), 'first-word')), objects: ids }));
}

function near(a: Box, b: Box, within: number): boolean {
  return [0, 1, 2].every(
    (k) => a.min[k]! - within <= b.max[k]! + 1e-9 && b.min[k]! - within <= a.max[k]! + 1e-9,
  );
}

/** The part a cluster is named after: the one with the largest box. */
function biggest(scene: Scene, ids: readonly ObjectId[]): ObjectId {
  const volume = (id: ObjectId): number => {
    const box = worldBounds(scene, id);
    return box ? boxVolume(box) : 0;
  };
  return ids.reduce((best, id) => (volume(id) > volume(best) ? id : best));
}
