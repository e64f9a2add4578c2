import { applied, refused, type AttributeEdit, type EditDefinition } from './edit.js';
import { sameJson } from './same-json.js';

/** One attribute set, changed or taken away. Refused when it holds something else than `from`. */
export const attributeEdit: EditDefinition<AttributeEdit> = {
  kind: 'attribute',
  apply(scene, edit) {
    const object = scene.find(edit.object);
    if (!object) return refused('object-missing', edit.object, `object ${edit.object} is not there any more`);
    if (!sameJson(object.attributes[edit.key], edit.from)) {
      return refused(
        'expected-other',
        edit.object,
        `"${edit.key}" of "${object.name}" has another value now`,
      );
    }
    // Set or delete in place of order: a key that comes back goes last, which no reader depends on.
    const { [edit.key]: _old, ...others } = object.attributes;
    scene.patch(edit.object, {
      attributes: edit.to === undefined ? others : { ...object.attributes, [edit.key]: edit.to },
    });
    return applied;
  },
  invert(edit) {
    const back: { -readonly [K in keyof AttributeEdit]: AttributeEdit[K] } = {
      kind: 'attribute',
      object: edit.object,
      key: edit.key,
    };
    if (edit.to !== undefined) back.from = edit.to;
    if (edit.from !== undefined) back.to = edit.from;
    return back;
  },
  touch(edit, into) {
    into.objects.add(edit.object);
  },
};
