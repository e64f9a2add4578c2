import type { Edit } from '../edits/edit.js';
import { applyEdit } from '../edits/registry.js';
import { fromMatrix } from '../math/transform.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** A scene without what only holds others. */
export interface Flat {
  /** Every part stands beside the others, where it is seen. */
  readonly edits: readonly Edit[];
  /** What only held others. */
  readonly dropped: ReadonlySet<ObjectId>;
  /** Those that could not stand by themselves, with why. */
  readonly problems: readonly { readonly object: ObjectId; readonly because: string }[];
}

/** Takes every part that goes out of what it hangs under. Joints keep their chains: skins are bound to them. */
export function flatten(scene: Scene, stays: ReadonlySet<ObjectId>): Flat {
  const edits: Edit[] = [];
  const dropped = new Set<ObjectId>();
  const problems: { object: ObjectId; because: string }[] = [];
  let index = scene.roots.length;
  const fork = scene.fork();
  for (const { id, kind, shape, parent, name } of [...scene.walk()]) {
    if (stays.has(id)) continue;
    const isPart = shape !== null || kind === 'camera' || kind === 'light';
    if (!isPart && kind !== 'joint') dropped.add(id);
    if (!isPart || parent === null) continue;
    const moving = [...scene.ancestors(id)].find((above) => scene.animated.has(above.id));
    if (moving) {
      problems.push({
        object: id,
        because: `"${name}" moves with "${moving.name}", and would stand still alone.`,
      });
      continue;
    }
    const local = fromMatrix(scene.world(id));
    if (!local) {
      problems.push({
        object: id,
        because: `"${name}" is sheared by what it hangs under, and cannot stand alone.`,
      });
      continue;
    }
    const at = fork.get(id);
    const from = { parent: at.parent, index: fork.childrenOf(at.parent).indexOf(id), local: at.local };
    const edit: Edit = { kind: 'move', object: id, from, to: { parent: null, index: index++, local } };
    applyEdit(fork, edit);
    edits.push(edit);
  }
  return { edits, dropped, problems };
}
