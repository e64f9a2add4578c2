import type { Edit, Touch } from '../../edits/edit.js';
import { sameJson } from '../../edits/same-json.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Breach, Demand } from './demand.js';
import { FoundBy } from './found-by.js';
import type { RuleQuery } from './rule-query.js';

/** What is wrong with objects that belong together, by the one that is to be put right. Ids are ascending. */
export type JudgeTogether = (scene: Scene, ids: readonly ObjectId[]) => Iterable<readonly [ObjectId, Breach]>;

/** What must hold of all that a filter finds, looked at together. */
export class TogetherDemand implements Demand {
  readonly #members: FoundBy;
  #broken: ReadonlyMap<ObjectId, Breach>;
  constructor(
    readonly scene: Scene,
    readonly where: RuleQuery,
    readonly judge: JudgeTogether,
    readonly among: 'scene' | 'siblings',
  ) {
    this.#members = new FoundBy(scene, where);
    this.#broken = this.#judged();
  }
  breach({ id }: SceneObject): Breach | null {
    return this.#broken.get(id) ?? null;
  }
  found(): Iterable<ObjectId> {
    return this.#broken.keys();
  }
  follow(edits: readonly Edit[], touch: Touch): Iterable<ObjectId> {
    const turned = this.#members.follow(edits, touch);
    const isSame =
      turned?.length === 0 &&
      touch.parents.size === 0 &&
      ![...touch.objects].some((id) => this.#members.has(id));
    if (isSame) return [];
    const before = this.#broken;
    this.#broken = this.#judged();
    const ids = new Set<ObjectId>();
    for (const [id, breach] of before) if (!sameJson(breach, this.#broken.get(id))) ids.add(id);
    for (const [id, breach] of this.#broken) if (!sameJson(breach, before.get(id))) ids.add(id);
    return ids;
  }
  #judged(): ReadonlyMap<ObjectId, Breach> {
    const { scene, judge } = this;
    const members = [...this.#members.ids()];
    if (this.among === 'scene') return new Map(judge(scene, members));
    const groups = new Map<ObjectId | null, ObjectId[]>();
    for (const id of members) {
      const { parent } = scene.get(id);
      const group = groups.get(parent);
      if (group) group.push(id);
      else groups.set(parent, [id]);
    }
    return new Map([...groups.values()].flatMap((ids) => [...judge(scene, ids)]));
  }
}
