import type { Edit } from '../edits/edit.js';
import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { readsOfKey } from './query-keys.js';
import { queryLeaves, type QueryNode, type ReadElsewhere } from './query-node.js';
import { readQuery } from './read-query.js';

/** Whose answer an edit may change beside the objects that it touches. */
type Whom = 'nobody' | 'below' | 'parents' | 'all';

const concerns: Readonly<Record<ReadElsewhere, (edit: Edit) => Whom>> = {
  above: ({ kind }) => (kind === 'rename' || kind === 'move' ? 'below' : 'nobody'),
  level: ({ kind }) => (kind === 'move' ? 'below' : 'nobody'),
  kids: ({ kind }) => (kind === 'move' || kind === 'insert' || kind === 'remove' ? 'parents' : 'nobody'),
  // Where an asset's middle and front are is worked out of places, shapes, names and one attribute.
  side: (edit) =>
    edit.kind.startsWith('named-') ||
    edit.kind === 'rename-thing' ||
    (edit.kind === 'set' && edit.field !== 'shape' && edit.field !== 'bake')
      ? 'nobody'
      : 'all',
  twins: ({ kind }) => (kind.startsWith('named-') ? 'nobody' : 'all'),
  things: ({ kind }) => (kind === 'rename-thing' ? 'all' : 'nobody'),
  sets: ({ kind }) => (kind === 'named-set' ? 'all' : 'nobody'),
  slots: () => 'all',
  told: () => 'all',
};

/** What the query of a tree looks at beside the object itself. */
export function readsElsewhere(node: QueryNode): ReadonlySet<ReadElsewhere> {
  const reads = new Set<ReadElsewhere>();
  for (const leaf of queryLeaves(node))
    if (leaf.type === 'key') for (const one of readsOfKey(leaf.key)) reads.add(one);
  return reads;
}
/** The same of a text; one that cannot be read finds nothing, whatever happens. */
export function textReadsElsewhere(text: string): ReadonlySet<ReadElsewhere> {
  try {
    return readsElsewhere(readQuery(text));
  } catch {
    return new Set();
  }
}

/** What all live sets together look at: any of them may stand behind `set:`. */
const readsOfSets = memoizeByVersion(
  (scene) => scene.setsVersion,
  (scene): ReadonlySet<ReadElsewhere> => {
    const reads = new Set<ReadElsewhere>();
    for (const set of scene.sets.values())
      if (set.how === 'live') for (const one of textReadsElsewhere(set.query)) reads.add(one);
    return reads;
  },
);

/**
 * Of whom queries that look at such things may find something else after edits, beside the objects that the edits touch;
 * null: of anybody. Asked after the edits were applied.
 */
export function concernedByEdits(
  scene: Scene,
  reads: ReadonlySet<ReadElsewhere>,
  edits: readonly Edit[],
): ReadonlySet<ObjectId> | null {
  const all = reads.has('sets') ? new Set([...reads, ...readsOfSets(scene)]) : reads;
  const ids = new Set<ObjectId>();
  const add = (id: ObjectId | null): void => void (id !== null && scene.find(id) && ids.add(id));
  for (const edit of edits)
    for (const one of all) {
      const whom = concerns[one](edit);
      if (whom === 'all') return null;
      if (whom === 'below' && 'object' in edit && scene.find(edit.object))
        for (const { id } of scene.walk(edit.object)) ids.add(id);
      if (whom === 'parents') {
        if (edit.kind === 'move') [edit.from.parent, edit.to.parent].forEach(add);
        else if (edit.kind === 'insert' || edit.kind === 'remove') add(edit.parent);
      }
    }
  return ids;
}
