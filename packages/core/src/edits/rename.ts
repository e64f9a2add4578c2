import { refuseHeld } from './refuse-held.js';
import { applied, refused, type EditDefinition, type RenameEdit } from './edit.js';

/** Another name for an object. Refused when it is called otherwise than `from`, and for what comes from another file. */
export const renameEdit: EditDefinition<RenameEdit> = {
  kind: 'rename',
  apply(scene, edit) {
    const object = scene.find(edit.object);
    if (!object) return refused('object-missing', edit.object, `object ${edit.object} is not there any more`);
    if (object.name !== edit.from) {
      return refused('expected-other', edit.object, `"${edit.from}" is now called "${object.name}"`);
    }
    // What follows an object of the scene is called as that is: plans see to it, and undo takes one back after the other.
    const held = object.held && 'file' in object.held ? refuseHeld(scene, object, 'named') : null;
    if (held) return held;
    scene.patch(edit.object, { name: edit.to });
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch(edit, into) {
    into.objects.add(edit.object);
    into.names.add(edit.from).add(edit.to);
  },
};
