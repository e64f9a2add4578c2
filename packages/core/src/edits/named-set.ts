import { applied, refused, type EditDefinition, type NamedSetEdit } from './edit.js';
import { sameJson } from './same-json.js';

/** A named set put in, changed or taken away; no object is touched by it. */
export const namedSetEdit: EditDefinition<NamedSetEdit> = {
  kind: 'named-set',
  apply(scene, edit) {
    const now = scene.sets.get(edit.name) ?? null;
    if (!sameJson(now, edit.from)) {
      return refused('expected-other', 0, `the set "${edit.name}" is another now`);
    }
    scene.keepSet(edit.name, edit.to);
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch() {
    // Sets are lists beside the tree: no object changes.
  },
};
