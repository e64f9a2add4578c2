import type { Check, FindingColumns, Severity } from '@renquil/core/checks';
import { severityRank, type causeOf } from '@renquil/core/checks';
import type { ObjectId, Scene, SceneObject } from '@renquil/core/scene';
import type { FindingGroup } from './finding-lines';

type Cause = ReturnType<typeof causeOf>;

/** What findings are listed by. */
export const groupings = ['check', 'cause', 'object', 'branch', 'layer', 'person'] as const;
/** One of them. */
export type Grouping = (typeof groupings)[number];

/** What a grouping asks beside the scene. */
export interface GroupingFacts {
  readonly checkOf: (id: string) => Check | undefined;
  /** Who changed an object last; empty: nobody that is known of. */
  readonly whoChanged: (id: ObjectId) => string;
  readonly causeOf: (id: ObjectId, sort: ReturnType<FindingColumns['sortAt']>) => Cause;
}

/** Findings together, by what they are listed by. Those by check, by cause and by person come the worst first, the others as the tree has them. */
export function groupFindings(
  scene: Scene,
  columns: FindingColumns,
  {
    by,
    facts,
    shows,
  }: { readonly by: Grouping; readonly facts: GroupingFacts; readonly shows: (at: number) => boolean },
): FindingGroup[] {
  const keyOf = keyBy(scene, by, facts);
  const groups = new Map<string | ObjectId, { severity: Severity; at: number[]; says: string | null }>();
  for (let at = 0; at < columns.length; at++) {
    if (!shows(at)) continue;
    const sort = columns.sortAt(at);
    const { severity, check } = sort;
    const cause = by === 'cause' ? facts.causeOf(columns.objects[at]!, sort) : null;
    const key = cause?.key ?? (by === 'check' ? check : keyOf(columns.objects[at]!));
    const group = groups.get(key);
    if (!group) {
      const title = titleOf(scene, 'check', check, facts);
      const isSaid = cause?.says.toLowerCase() === title.toLowerCase();
      const says = cause ? (isSaid ? title : `${title}: ${cause.says}`) : null;
      groups.set(key, { severity, at: [at], says });
    } else {
      group.at.push(at);
      if (severityRank[severity] < severityRank[group.severity]) group.severity = severity;
    }
  }
  const made = [...groups].map(([key, { severity, at, says }]): FindingGroup => ({
    key: String(key),
    severity,
    count: at.length,
    at: Int32Array.from(at),
    title: says ?? titleOf(scene, by, key, facts),
  }));
  if (by !== 'check' && by !== 'cause' && by !== 'person') return made;
  return made.sort((a, b) => severityRank[a.severity] - severityRank[b.severity] || b.count - a.count);
}

function keyBy(scene: Scene, by: Grouping, facts: GroupingFacts): (id: ObjectId) => string | ObjectId {
  if (by === 'layer') return (id) => scene.get(id).layer;
  if (by === 'person') return (id) => facts.whoChanged(id);
  if (by !== 'branch') return (id) => id;
  // The child of a root that it hangs under; a root is one of its own.
  const known = new Map<ObjectId, ObjectId>();
  return (id) => {
    const passed: ObjectId[] = [];
    let at: SceneObject = scene.get(id);
    let found = known.get(id);
    while (found === undefined && at.parent !== null) {
      const above = scene.get(at.parent);
      if (above.parent === null) break;
      passed.push(at.id);
      at = above;
      found = known.get(at.id);
    }
    found ??= at.id;
    known.set(at.id, found);
    for (const one of passed) known.set(one, found);
    return found;
  };
}
function titleOf(scene: Scene, by: Grouping, key: string | ObjectId, facts: GroupingFacts): string {
  if (typeof key === 'number') return scene.get(key).name;
  if (by === 'check') return facts.checkOf(key)?.title ?? key;
  return key || (by === 'person' ? 'nobody since it was brought in or saved' : '(no layer)');
}
