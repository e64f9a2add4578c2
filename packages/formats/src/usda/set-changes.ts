import { sameJson } from '@renquil/core/edits';
import type { ObjectId, Scene, SceneSet } from '@renquil/core/scene';
import { isPrimName } from './parse-usda.js';
import type { UsdaChanges } from './usda-changes.js';
import { jsonText } from './usda-statements.js';
import { collectionsOf, expanded, type UsdaCollection } from './usda-sets.js';

/** What is to be written of sets. */
export interface SetsToWrite {
  /** Collections that are taken out, or said anew. */
  readonly out: readonly UsdaCollection[];
  /** Statements of prims, without those that stand there; `isNew`: its name goes into the schemas of the prim too. */
  readonly put: readonly {
    readonly place: number;
    readonly instance: string;
    readonly isNew: boolean;
    readonly lines: (indent: string) => readonly string[];
  }[];
  /** What the layer keeps of live sets, layers and views; null: what it kept before. */
  readonly board: Readonly<Record<string, unknown>> | null;
}
type Fixed = Extract<SceneSet, { how: 'fixed' }>;

/** Fixed sets become collections of the prim that the layer is opened by; what no collection can say is kept as JSON. */
export class SetChanges {
  constructor(readonly changes: UsdaChanges) {}

  toWrite(): SetsToWrite {
    const { opened, scene, was } = this.changes;
    const kept = collectionsOf(opened.stage, opened.outline);
    const byName = new Map(kept.map((one) => [one.name, one]));
    const isCollection = (set: SceneSet | undefined): set is Fixed =>
      set?.how === 'fixed' &&
      this.#host() >= 0 &&
      set.objects.every((id) => this.changes.pathOf(id) !== null);
    const out: UsdaCollection[] = [];
    const put: SetsToWrite['put'][number][] = [];
    for (const one of kept) {
      const set = scene.sets.get(one.name);
      if (!isCollection(set)) out.push(one);
      else if (!sameJson(was.sets.get(one.name), set) || this.#holdsOthers(one, set)) {
        out.push(one);
        put.push({
          place: one.place,
          instance: one.instance,
          isNew: false,
          lines: this.#lines(set, one.instance),
        });
      }
    }
    const taken = new Set(kept.filter(({ place }) => place === this.#host()).map(({ instance }) => instance));
    for (const set of scene.sets.values()) {
      if (!isCollection(set) || byName.has(set.name)) continue;
      const instance = instanceName(set.name, taken);
      taken.add(instance);
      put.push({ place: this.#host(), instance, isNew: true, lines: this.#lines(set, instance) });
    }
    const [before, now] = [
      boardBy(
        was,
        (id) => this.changes.pathBefore(id),
        (set) => byName.has(set.name),
      ),
      boardBy(scene, (id) => this.changes.pathNow(id), isCollection),
    ];
    return { out, put, board: sameJson(before, now) ? null : now };
  }
  /** Whether what a collection leaves out, or what stands below what it names, is other than what the set holds. */
  #holdsOthers({ said }: UsdaCollection, { objects }: Fixed): boolean {
    if (!said) return false;
    const { scene } = this.changes;
    const ids = (nodes: readonly number[]): number[] =>
      nodes.map((node) => node + 1).filter((id) => scene.find(id));
    const now = expanded(ids(said.included), ids(said.excluded), (id) =>
      scene.get(id).children.filter((child) => this.changes.pathOf(child) !== null),
    );
    const held = new Set(objects.filter((id) => scene.find(id)));
    return now.length !== held.size || now.some((id) => !held.has(id));
  }
  /** The prim that a layer is opened by, or its first: where collections of this program go. */
  #host(): number {
    if (this.#hostPlace !== undefined) return this.#hostPlace;
    const { stage } = this.changes.opened;
    const { namespace } = stage;
    const said = stage.text(stage.layer.parts[0]!.meta?.fields.last('defaultPrim')?.value);
    const roots = said === null ? namespace.roots : [namespace.find(-1, said), ...namespace.roots];
    this.#hostPlace =
      roots.find((place) => place >= 0 && this.changes.objects.has(place) && stage.ownSpecs(place).length) ??
      -1;
    return this.#hostPlace;
  }
  #hostPlace: number | undefined;
  #lines({ name, how: _how, objects, ...ruling }: Fixed, instance: string) {
    const paths = objects
      .filter((id) => this.changes.scene.find(id))
      .map((id) => `<${this.changes.pathOf(id)!}>`);
    const words = { ...(name === instance ? {} : { name }), ...ruling };
    return (indent: string): string[] => {
      const meta = Object.keys(words).length
        ? ` (\n${indent}    customData = { string renquil = ${jsonText(words)} }\n${indent})`
        : '';
      return [
        `uniform token collection:${instance}:expansionRule = "explicitOnly"`,
        `rel collection:${instance}:includes = [${paths.join(', ')}]${meta}`,
      ];
    };
  }
}
/** What a collection may be called: names of prims with `:` between. */
function instanceName(name: string, taken: ReadonlySet<string>): string {
  const sound = name.split(':').every(isPrimName)
    ? name
    : name.replace(/[^\p{XID_Continue}]+/gu, '_').replace(/^(?=[^\p{XID_Start}_])/u, '_') || '_';
  for (let n = 1; ; n++) {
    const one = n === 1 ? sound : `${sound}_${n}`;
    if (!taken.has(one)) return one;
  }
}
function boardBy(
  scene: Scene,
  pathOf: (id: ObjectId) => string | null,
  isCollection: (set: SceneSet) => boolean,
): Record<string, unknown> {
  const paths = (ids: readonly ObjectId[]): string[] =>
    ids.flatMap((id) => (scene.find(id) ? (pathOf(id) ?? []) : []));
  const sets = [...scene.sets.values()].flatMap((set): object[] => {
    if (isCollection(set)) return [];
    if (set.how === 'live') {
      const { how: _live, ...rest } = set;
      return [rest];
    }
    const { how: _fixed, objects, ...rest } = set;
    return [{ ...rest, paths: paths(objects) }];
  });
  const layers = [...scene.layers.values()];
  const views = [...scene.views.values()].map(({ hidden, ...rest }) => ({ ...rest, paths: paths(hidden) }));
  return {
    ...(sets.length ? { sets } : {}),
    ...(layers.length ? { layers } : {}),
    ...(views.length ? { views } : {}),
  };
}
