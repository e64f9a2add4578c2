import { applied, refused, type EditDefinition, type SetEdit } from './edit.js';
import { sameJson } from './same-json.js';

/** One field of one object, as listed in FieldValues. */
export const setEdit: EditDefinition<SetEdit> = {
  kind: 'set',
  apply(scene, edit) {
    const object = scene.find(edit.object);
    if (!object) return refused('object-missing', edit.object, `object ${edit.object} is not there any more`);
    if (!sameJson(object[edit.field] ?? null, edit.from)) {
      return refused('expected-other', edit.object, `the ${edit.field} of "${object.name}" is another now`);
    }
    if (
      edit.field === 'materials' &&
      (edit.to as readonly number[]).some((index) => !scene.materials[index])
    ) {
      return refused(
        'object-missing',
        edit.object,
        `"${object.name}" would use a material that is not in the scene`,
      );
    }
    if (edit.field === 'shape' && edit.to !== null && !scene.shapes[edit.to as number]) {
      return refused(
        'object-missing',
        edit.object,
        `"${object.name}" would use a shape that is not in the scene`,
      );
    }
    scene.patch(edit.object, { [edit.field]: edit.to });
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch(edit, into) {
    into.objects.add(edit.object);
  },
};
