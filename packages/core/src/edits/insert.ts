import { walkBranch } from '../scene/branch.js';
import { touchBranch } from './branch-touch.js';
import { refuseUnderHeld } from './refuse-held.js';
import { applied, refused, type EditDefinition, type InsertEdit } from './edit.js';

/**
 * A branch under ids that are free. Refused for an id that is taken, or a shape or material that the scene has not.
 */
export const insertEdit: EditDefinition<InsertEdit> = {
  kind: 'insert',
  apply(scene, edit) {
    const { branch, parent, index } = edit;
    const seen = new Set<number>();
    for (const part of walkBranch(branch)) {
      const { id, shape, materials } = part.data;
      if (!Number.isInteger(id) || id < 1) return refused('object-exists', id, `${id} is no object number`);
      if (scene.find(id) || seen.has(id))
        return refused('object-exists', id, `object ${id} is there already`);
      seen.add(id);
      if ((shape !== null && !scene.shapes[shape]) || materials.some((m) => !scene.materials[m])) {
        return refused(
          'object-missing',
          id,
          `"${part.data.name}" uses a shape or material that is not in the scene`,
        );
      }
    }
    if (parent !== null && !scene.find(parent)) {
      return refused('parent-missing', branch.data.id, `parent ${parent} is not there`);
    }
    const held = branch.data.held ? null : refuseUnderHeld(scene, parent, branch.data.id);
    if (held) return held;
    const room = scene.childrenOf(parent).length;
    if (!Number.isInteger(index) || index < 0 || index > room) {
      return refused('index-out', branch.data.id, `place ${index} is not among ${room} siblings`);
    }
    scene.insert(branch, parent, index);
    return applied;
  },
  invert: (edit) => ({ ...edit, kind: 'remove' }),
  touch: (edit, into) => touchBranch(edit.branch, edit.parent, into),
};
