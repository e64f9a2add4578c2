import { sameTransform } from '../math/transform.js';
import { refuseHeld, refuseUnderHeld } from './refuse-held.js';
import { applied, refused, type EditDefinition, type MoveEdit } from './edit.js';

/** An object to another parent or index, with its local transform there. Refused when it would go under itself. */
export const moveEdit: EditDefinition<MoveEdit> = {
  kind: 'move',
  apply(scene, edit) {
    const object = scene.find(edit.object);
    if (!object) return refused('object-missing', edit.object, `object ${edit.object} is not there any more`);
    const { from, to } = edit;
    if (object.parent !== from.parent || scene.childrenOf(from.parent)[from.index] !== edit.object) {
      return refused('expected-other', edit.object, `"${object.name}" hangs somewhere else now`);
    }
    if (!sameTransform(object.local, from.local)) {
      return refused('expected-other', edit.object, `"${object.name}" has another transform now`);
    }
    if (to.parent !== null) {
      if (!scene.find(to.parent))
        return refused('parent-missing', edit.object, `parent ${to.parent} is not there`);
      if (scene.isWithin(to.parent, edit.object)) {
        return refused('would-cycle', edit.object, `"${object.name}" cannot go under itself`);
      }
    }
    if (to.parent !== from.parent) {
      const held = refuseHeld(scene, object, 'moved') ?? refuseUnderHeld(scene, to.parent, edit.object);
      if (held) return held;
    }
    const room = scene.childrenOf(to.parent).length - (to.parent === from.parent ? 1 : 0);
    if (!Number.isInteger(to.index) || to.index < 0 || to.index > room) {
      return refused('index-out', edit.object, `place ${to.index} is not among ${room} siblings`);
    }
    scene.reparent(edit.object, to.parent, to.index);
    if (!sameTransform(from.local, to.local)) scene.patch(edit.object, { local: to.local });
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch(edit, into) {
    into.objects.add(edit.object);
    into.parents.add(edit.from.parent).add(edit.to.parent);
  },
};
