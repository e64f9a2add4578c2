import { applied, refused, type EditDefinition, type RenameThingEdit } from './edit.js';

/** Another name for a material or a shape. Objects tell them by their place in the list, so none is touched. */
export const renameThingEdit: EditDefinition<RenameThingEdit> = {
  kind: 'rename-thing',
  apply(scene, { thing, index, from, to }) {
    const list = thing === 'material' ? scene.materials : scene.shapes;
    const now = list[index]?.name;
    if (now !== from)
      return refused(
        'expected-other',
        0,
        now === undefined ? `there is no ${thing} ${index}` : `the ${thing} "${from}" is called "${now}" now`,
      );
    scene.renameThing(thing, index, to);
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch() {
    // Told by index: no object changes.
  },
};
