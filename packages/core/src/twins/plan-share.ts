import type { Edit } from '../edits/edit.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** What sharing shapes would do. */
export interface Sharing {
  readonly edits: Edit[];
  /** Objects that take another's shape. */
  readonly objects: number;
  /** Of the shapes that nobody wears any more. */
  readonly bytes: number;
}

/**
 * Copies turned into instances: objects whose shapes hold the same data (by digest) all take the first of those shapes.
 * Skinned and packed shapes are left alone. With no objects given: of the whole scene.
 */
export function planShare(scene: Scene, objects?: Iterable<ObjectId>): Sharing {
  const wanted = objects ? new Set(objects) : null;
  const edits: Edit[] = [];
  const left = new Map<number, number>();
  for (const { id, shape } of scene.walk()) {
    if (shape === null) continue;
    left.set(shape, (left.get(shape) ?? 0) + 1);
    const to = firstAlike(scene, shape);
    if (to === undefined || to === shape || (wanted && !wanted.has(id))) continue;
    edits.push({ kind: 'set', object: id, field: 'shape', from: shape, to });
    left.set(shape, left.get(shape)! - 1);
  }
  let bytes = 0;
  for (const [shape, wearers] of left) if (!wearers) bytes += scene.shapes[shape]!.bytes ?? 0;
  return { edits, objects: edits.length, bytes };
}

const known = new WeakMap<Scene, ReadonlyMap<string, number>>();
/** The first shape of the same data, itself or another; shapes never change, so this is worked out once. */
export function firstAlike(scene: Scene, shape: number): number | undefined {
  if (scene.base) return firstAlike(scene.base, shape);
  let firsts = known.get(scene);
  if (!firsts) {
    const made = new Map<string, number>();
    scene.shapes.forEach(({ digest, fixed }, i) => {
      if (digest && !fixed && !made.has(digest)) made.set(digest, i);
    });
    known.set(scene, (firsts = made));
  }
  const { digest, fixed } = scene.shapes[shape]!;
  return digest && !fixed ? firsts.get(digest) : undefined;
}
