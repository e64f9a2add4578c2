import type { Finding } from '../checks/check.js';
import type { Severity } from '../checks/severity.js';
import type { Kind, ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** What lies below an object, counted once for the whole branch. */
export interface RollUp {
  readonly objects: number;
  readonly kinds: Readonly<Partial<Record<Kind, number>>>;
  readonly findings: number;
  readonly worst: Severity | null;
  readonly marks: Readonly<Record<string, number>>;
}

/** What a folded row has to tell. Walks the branch; a ledger asks for the rows it shows. */
export function rollUp(scene: Scene, id: ObjectId, findingsOf: (id: ObjectId) => readonly Finding[]): RollUp {
  const kinds: Partial<Record<Kind, number>> = {};
  const marks: Record<string, number> = {};
  let [objects, findings] = [0, 0];
  let worst: Severity | null = null;
  for (const object of scene.walk(id)) {
    if (object.id === id) continue;
    objects++;
    kinds[object.kind] = (kinds[object.kind] ?? 0) + 1;
    if (object.mark) marks[object.mark.word] = (marks[object.mark.word] ?? 0) + 1;
    for (const { severity } of findingsOf(object.id)) {
      findings++;
      if (worst === null || rank[severity] < rank[worst]) worst = severity;
    }
  }
  return { objects, kinds, findings, worst, marks };
}
const rank: Readonly<Record<Severity, number>> = { blocker: 0, warning: 1, note: 2 };
