import { sameTransform } from '../math/transform.js';
import { applied, refused, type EditDefinition, type TransformEdit } from './edit.js';

/** Another local transform. Refused when it is other than `from`. */
export const transformEdit: EditDefinition<TransformEdit> = {
  kind: 'transform',
  apply(scene, edit) {
    const object = scene.find(edit.object);
    if (!object) return refused('object-missing', edit.object, `object ${edit.object} is not there any more`);
    if (!sameTransform(object.local, edit.from)) {
      return refused('expected-other', edit.object, `"${object.name}" has another transform now`);
    }
    scene.patch(edit.object, { local: edit.to });
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch(edit, into) {
    into.objects.add(edit.object);
  },
};
