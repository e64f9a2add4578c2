import { applied, refused, type EditDefinition, type NamedViewEdit } from './edit.js';
import { sameJson } from './same-json.js';

/** A saved view put in, changed or taken away; nothing is shown or hidden by it. */
export const namedViewEdit: EditDefinition<NamedViewEdit> = {
  kind: 'named-view',
  apply(scene, edit) {
    const now = scene.views.get(edit.name) ?? null;
    if (!sameJson(now, edit.from)) {
      return refused('expected-other', 0, `the view "${edit.name}" is another now`);
    }
    scene.keepView(edit.name, edit.to);
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch() {
    // Views are records beside the tree: no object changes.
  },
};
