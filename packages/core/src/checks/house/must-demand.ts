import type { Edit } from '../../edits/edit.js';
import { concernedByEdits } from '../../query/query-reads.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Breach, Demand } from './demand.js';
import { readsOf, type RuleQuery } from './rule-query.js';

const breach: Breach = { short: 'does not hold', facts: {} };

/** What one filter finds, another must find too. */
export class MustDemand implements Demand {
  readonly #reads;
  constructor(
    readonly scene: Scene,
    readonly where: RuleQuery,
    readonly must: RuleQuery,
  ) {
    this.#reads = readsOf(where, must);
  }
  breach(object: SceneObject): Breach | null {
    return this.where.finds(this.scene, object) && !this.must.finds(this.scene, object) ? breach : null;
  }
  follow(edits: readonly Edit[]): ReadonlySet<ObjectId> | null {
    return concernedByEdits(this.scene, this.#reads, edits);
  }
}
