import type { Edit, Touch } from '../../edits/edit.js';
import { concernedByEdits } from '../../query/query-reads.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CountRange } from './count-range.js';
import type { Breach, Demand } from './demand.js';
import { FoundBy } from './found-by.js';
import type { Relation } from './house-rule.js';
import { NearCounts } from './near-counts.js';
import type { RuleQuery } from './rule-query.js';

/** What must stand near an object: where, what, and how many of it. */
export interface NearWish {
  readonly relation: Relation;
  readonly what: RuleQuery;
  readonly range: CountRange;
}

/** Of what a filter finds, each has so many of what another finds above, below or beside it. */
export class NearDemand implements Demand {
  readonly #found: FoundBy;
  readonly #counts: NearCounts;
  constructor(
    readonly scene: Scene,
    readonly where: RuleQuery,
    readonly wish: NearWish,
  ) {
    this.#found = new FoundBy(scene, wish.what);
    this.#counts = new NearCounts(scene, this.#found, wish.relation);
  }
  breach(object: SceneObject): Breach | null {
    if (!this.where.finds(this.scene, object)) return null;
    const { relation, range } = this.wish;
    const count = this.#counts.of(object);
    if (count >= range.least && count <= range.most) return null;
    return { short: `${count} ${relation}, ${range.said}`, facts: { count, wanted: range.said } };
  }
  follow(edits: readonly Edit[], touch: Touch): Iterable<ObjectId> | null {
    const { scene, wish } = this;
    const turned = this.#found.follow(edits, touch);
    this.#counts.turn(turned);
    const own = concernedByEdits(scene, this.where.reads, edits);
    if (!turned || !own) return null;
    const ids = new Set(own);
    for (const id of turned) for (const other of this.#counts.concernedBy(id)) ids.add(other);
    for (const parent of touch.parents) this.#underAnew(parent, ids);
    if (wish.relation === 'above')
      for (const edit of edits)
        if (edit.kind === 'move' && scene.find(edit.object))
          for (const { id } of scene.walk(edit.object)) ids.add(id);
    return ids;
  }
  /** What hangs under a parent now may be more or less. */
  #underAnew(parent: ObjectId | null, ids: Set<ObjectId>): void {
    const { scene, wish } = this;
    if (parent !== null && !scene.find(parent)) return;
    if (wish.relation === 'beside') for (const id of scene.childrenOf(parent)) ids.add(id);
    if (parent === null || wish.relation === 'beside' || wish.relation === 'above') return;
    ids.add(parent);
    if (wish.relation === 'below') for (const { id } of scene.ancestors(parent)) ids.add(id);
  }
}
