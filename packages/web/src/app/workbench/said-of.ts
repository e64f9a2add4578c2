import type { ObjectId, Scene } from '@renquil/core/scene';

/** What an object is called where an edit is named. */
export function nameIn(scene: Scene, id: ObjectId): string {
  return scene.find(id)?.name || 'an unnamed object';
}
/** One object by its name, several by how many they are. */
export function saidOf(scene: Scene, ids: readonly ObjectId[]): string {
  return ids.length === 1 ? nameIn(scene, ids[0]!) : `${ids.length} objects`;
}
