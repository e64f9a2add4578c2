import type { ObjectId, Scene } from '@renquil/core/scene';

/**
 * Faces of some objects and all below them, each object once, however the branches lie within each other: one walk, no
 * sorting, for this is asked with every pick.
 */
export function facesOf(scene: Scene, tops: Iterable<ObjectId>): number {
  const seen = new Set<ObjectId>();
  let faces = 0;
  for (const top of tops) {
    if (!scene.find(top)) continue;
    for (const { id, shape } of scene.walk(top)) {
      if (seen.has(id)) continue;
      seen.add(id);
      if (shape !== null) faces += scene.shapes[shape]!.faces;
    }
  }
  return faces;
}
