import type { Edit } from '../../edits/edit.js';
import { resolveClashes } from '../../names/recipe/resolve-clashes.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';

/** The rename that a fix asks for, counted on when the name is taken. */
export function renameTo(
  scene: Scene,
  { id, name }: SceneObject,
  wanted: string,
  convention: CompiledConvention,
): Edit[] | null {
  if (wanted === '' || wanted === name) return null;
  const to = resolveClashes(scene, new Map([[id, wanted]]), 'number-on', convention).names.get(id)!;
  return [{ kind: 'rename', object: id, from: name, to }];
}
