import { framesOf } from '../frames/frames-of.js';
import { identityMat4, type Mat4 } from '../math/mat4.js';
import { fromMatrix, type Transform } from '../math/transform.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { mainRoot } from '../scene/main-root.js';
import { newGroup } from '../scene/new-group.js';
import type { Attributes, ObjectData, ObjectId, SceneObject } from '../scene/scene-object.js';
import { Scene } from '../scene/scene.js';
import { fittingName, freeName } from './fitting-name.js';
import { flatten } from './flatten.js';
import { judgeBudgets } from './judge-budgets.js';
import { notTakenBy } from './not-taken.js';
import { judgeNames } from './judge-names.js';
import { outgoingNames } from './outgoing-names.js';
import { staysHome, type StaysHome } from './stays-home.js';
import { placeFinding, type PlaceProblem, type TargetFinding } from './target-finding.js';
import type { Target } from './target.js';
import { bakeWorld, isSameWorld, worldOf, type Baked } from './turn-world.js';

/** A scene as it goes to a target: a scene of its own, named, turned and flattened as the target wants it. */
export interface Outgoing {
  readonly target: Target;
  /** Ids are those of the scene that it was made of, so that what a receiver answers is read back by them. */
  readonly scene: Scene;
  /** What stays, by the scene's own switches and by what the target takes. */
  readonly home: StaysHome;
  /** What is not written: what stays home, and what only held others where parts go alone. */
  readonly without: ReadonlySet<ObjectId>;
  /** Of what goes under another name. */
  readonly names: ReadonlyMap<ObjectId, { readonly from: string; readonly to: string }>;
  /** From the scene's world to the receiver's. */
  readonly world: Mat4;
  /** What stops the hand-off to this target. */
  readonly findings: readonly TargetFinding[];
}

/** Makes a scene ready for a target. The scene itself stays as it is; the cost is a walk over it. */
export function makeOutgoing(scene: Scene, convention: CompiledConvention, target: Target): Outgoing {
  const home = staysHome(scene, convention, target.takes && notTakenBy(scene, target.takes));
  const flat = target.flat ? flatten(scene, home.all) : null;
  const without = flat ? new Set([...home.all, ...flat.dropped]) : home.all;
  const going = [...scene.walk()].flatMap(({ id }) => (without.has(id) ? [] : [id]));
  const placeOf = ({ id, parent, local }: SceneObject): Place => {
    const alone = flat?.alone.get(id);
    return alone ? { parent: null, local: alone } : { parent, local };
  };
  const rules = target.names ?? {};
  const named = outgoingNames(scene, going, rules, {
    convention,
    parentOf: (id) => placeOf(scene.get(id)).parent,
  });
  const world = worldOfTarget(scene, convention, target);
  const turns = !isSameWorld(world);
  const baked = turns && target.axes?.how === 'baked' ? bakeWorld(scene, going, world, placeOf) : null;
  const root = turns && !baked ? rootOf(scene, going, named, { target, world }) : null;
  const made = assemble(scene, {
    root,
    without,
    named,
    placeOf,
    baked: baked?.objects ?? new Map(),
    attributes: attributesOf(target),
  });
  const sent = root ? [root.id, ...going] : going;
  const problems: PlaceProblem[] = [...(flat?.problems ?? []), ...(baked?.problem ? [baked.problem] : [])];
  return {
    ...{ target, home, without, world },
    scene: made,
    names: new Map([...named].map(([id, to]) => [id, { from: scene.get(id).name, to }])),
    findings: [
      ...placeFinding(problems),
      ...(target.names ? judgeNames(made, sent, rules) : []),
      ...judgeBudgets(made, sent, target.budgets ?? {}),
    ],
  };
}

interface Place {
  readonly parent: ObjectId | null;
  readonly local: Transform;
}
function worldOfTarget(scene: Scene, convention: CompiledConvention, { axes }: Target): Mat4 {
  const first = mainRoot(scene) ?? scene.roots[0];
  if (!axes || first === undefined) return identityMat4;
  // Which way it faces costs a look at all names, and is asked only where it is turned.
  return worldOf(axes, axes.front ? framesOf(scene, convention).of(first).facing : '+Z');
}
/** One more object above all that goes, under a name that nobody there has. */
function rootOf(
  scene: Scene,
  going: readonly ObjectId[],
  named: ReadonlyMap<ObjectId, string>,
  { target: { axes, names = {} }, world }: { readonly target: Target; readonly world: Mat4 },
): ObjectData {
  const taken = new Set(going.map((id) => named.get(id) ?? scene.get(id).name));
  const wanted = axes?.root ?? 'world';
  const name = freeName(
    names.conform ? fittingName(wanted, names) : wanted,
    names,
    (one) => !taken.has(one),
  ).name;
  return newGroup(scene.nextId, name, { local: fromMatrix(world)! });
}
/** What is left of attributes; they are the same ones where all go. */
function attributesOf({ takes }: Target): (attributes: Attributes) => Attributes {
  const taken = takes?.attributes ?? 'all';
  if (taken === 'all') return (attributes) => attributes;
  const kept = new Set(taken === 'none' ? [] : taken);
  return (attributes) => Object.fromEntries(Object.entries(attributes).filter(([key]) => kept.has(key)));
}

interface Arranged {
  readonly root: ObjectData | null;
  readonly without: ReadonlySet<ObjectId>;
  readonly named: ReadonlyMap<ObjectId, string>;
  readonly placeOf: (object: SceneObject) => Place;
  readonly baked: ReadonlyMap<ObjectId, Baked>;
  readonly attributes: (attributes: Attributes) => Attributes;
}
/** All objects put in once, parents first: edits one by one would cost what is below each of them. What stays is put where it was. */
function assemble(scene: Scene, { root, without, named, placeOf, baked, attributes }: Arranged): Scene {
  const made = new Scene(scene.shapes, scene.materials, scene.animated, scene.motion);
  if (root) made.append(root, null);
  for (const object of scene.walk()) {
    const { id, parent } = object;
    if (without.has(id)) {
      made.append(object, parent);
      continue;
    }
    const place = placeOf(object);
    const data: ObjectData = {
      ...object,
      name: named.get(id) ?? object.name,
      local: place.local,
      attributes: attributes(object.attributes),
      ...baked.get(id),
    };
    made.append(data, place.parent ?? root?.id ?? null);
  }
  for (const set of scene.sets.values()) made.keepSet(set.name, set);
  for (const layer of scene.layers.values()) made.keepLayer(layer.name, layer);
  for (const view of scene.views.values()) made.keepView(view.name, view);
  made.reserveIds(scene.nextId);
  made.reading = scene.reading;
  return made;
}
