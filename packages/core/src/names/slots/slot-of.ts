import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention, PatternKey } from './compiled-convention.js';
import { readName, type NameReading } from './read-name.js';

/** Which pattern an object has may itself be asked of a slot: then what stands in it is read by the pattern of its kind. */
let reading = false;

/**
 * What stands in a slot of an object's name, as well as it can be read; empty: nothing, or it is a helper.
 * @param read for whoever remembers readings
 */
export function slotOf(
  scene: Scene,
  convention: CompiledConvention,
  { id, slot }: { readonly id: ObjectId; readonly slot: string },
  read: (key: PatternKey, name: string) => NameReading = (key, name) => readName(convention, key, name),
): string {
  const object = scene.get(id);
  let key: PatternKey = object.kind;
  if (!reading) {
    reading = true;
    try {
      key = convention.keyOf(scene, object);
    } finally {
      reading = false;
    }
  }
  const { helper, slots } = read(key, object.name);
  return helper ? '' : (slots.get(slot)?.text ?? '');
}
