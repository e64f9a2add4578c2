import { branchOf } from '../scene/branch.js';
import { touchBranch } from './branch-touch.js';
import { applied, refused, type EditDefinition, type RemoveEdit } from './edit.js';
import { sameJson } from './same-json.js';

/** A branch goes. Refused when anything of it is other than what the edit carries. */
export const removeEdit: EditDefinition<RemoveEdit> = {
  kind: 'remove',
  apply(scene, edit) {
    const id = edit.branch.data.id;
    const object = scene.find(id);
    if (!object) return refused('object-missing', id, `object ${id} is not there any more`);
    if (object.parent !== edit.parent || scene.childrenOf(edit.parent)[edit.index] !== id) {
      return refused('expected-other', id, `"${object.name}" hangs somewhere else now`);
    }
    // The record must hold all that goes, or taking it back would lose what someone else added meanwhile.
    if (!sameJson(branchOf(scene, id), edit.branch)) {
      return refused('expected-other', id, `"${object.name}" or something below it has changed`);
    }
    scene.remove(id);
    return applied;
  },
  invert: (edit) => ({ ...edit, kind: 'insert' }),
  touch: (edit, into) => touchBranch(edit.branch, edit.parent, into),
};
