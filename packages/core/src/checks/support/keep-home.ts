import type { Edit } from '../../edits/edit.js';
import type { SceneObject } from '../../scene/scene-object.js';

/** The edit that keeps an object home. */
export function keepHome({ id, switches }: SceneObject): Edit[] {
  return [{ kind: 'set', object: id, field: 'switches', from: switches, to: { ...switches, goes: false } }];
}
