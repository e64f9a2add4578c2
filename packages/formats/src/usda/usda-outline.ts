import { jointsOf, type UsdaJoint } from './usda-skeletons.js';
import type { UsdaStage } from './usda-stage.js';

/** Prims that say how things look or are split, and are no objects: they stay where they are. */
const looks: ReadonlySet<string> = new Set(['Material', 'Shader', 'NodeGraph', 'GeomSubset']);

/** The places of a layer that are objects of the scene, parents before children, in the order they are shown in. */
export interface UsdaOutline {
  /** Places, by the number of the node. */
  readonly places: readonly number[];
  /** Nodes, by the number of the place; -1: none. */
  readonly nodeOf: Int32Array;
  readonly children: readonly (readonly number[])[];
  readonly roots: readonly number[];
  /** Joints of the skeletons among them: nodes after those of the places. */
  readonly joints: readonly UsdaJoint[];
}

/** Whether a place stands there by itself, and not only as something said of what an arc brings in. */
export function standsAlone(stage: UsdaStage, place: number): boolean {
  const specs = stage.specs(place);
  if (!specs.length) return false;
  return specs.some((prim) => stage.layer.prims[prim]!.specifier !== 'over') || !stage.isTakenOver(place);
}

/**
 * Whether the layer's own file does not bring a place in, whatever it says over it: it comes by what something above it takes
 * over, or from a file that the layer is on.
 */
export function isFromElsewhere(stage: UsdaStage, place: number): boolean {
  const own = stage.ownSpecs(place);
  if (!own.length) return true;
  return (
    own.every((prim) => stage.layer.prims[prim]!.specifier === 'over') &&
    (stage.isComposed(place) || stage.namespace.othersOf(place).length > 0)
  );
}
/** Whether a place is not active, and its own file does not bring it in: then it has been taken out here, or in what brings it in. */
function isOut(stage: UsdaStage, place: number): boolean {
  if (stage.word(stage.field(place, 'active')?.value) !== 'false') return false;
  return isFromElsewhere(stage, place);
}
/** Children in the order they are shown in: those of its own, then what is taken over as that has it, the weakest first. */
function childrenOf(stage: UsdaStage, place: number): readonly number[] {
  const { namespace } = stage;
  const { children } = namespace.places[place]!;
  if (stage.isWhole(place)) return children;
  const names = stage
    .brought(place)
    .toReversed()
    .flatMap((at) => namespace.places[at]!.children.map((child) => namespace.places[child]!.name));
  const taken = [...new Set(names)].map((name) => namespace.find(place, name)).filter((at) => at >= 0);
  const isTaken = new Set(taken.filter((at) => isFromElsewhere(stage, at)));
  return [...children.filter((at) => !isTaken.has(at)), ...isTaken];
}

/** Which places are objects: not what looks are made of, nor scopes of nothing else, nor what only other variants hold. */
export function outlineOf(stage: UsdaStage): UsdaOutline {
  const { namespace } = stage;
  const count = namespace.places.length;
  const isObject = new Uint8Array(count);
  // Parents come before their children: from the end, all below a place is known when it is asked.
  const holds = new Uint8Array(count);
  const hasLooks = new Uint8Array(count);
  for (let place = count - 1; place >= 0; place--) {
    const { parent } = namespace.places[place]!;
    // What is taken over from another file is drawn by what takes it over.
    const isThere =
      namespace.baseOf(place) < 0 &&
      (standsAlone(stage, place) || stage.isComposed(place)) &&
      !isOut(stage, place);
    const type = isThere ? stage.typeOf(place) : '';
    const isLook = looks.has(type);
    const isOnlyLooks = (type === 'Scope' || type === '') && hasLooks[place] === 1 && holds[place] === 0;
    if (isThere && !isLook && !isOnlyLooks) isObject[place] = 1;
    if (parent < 0) continue;
    if (isLook || isOnlyLooks) hasLooks[parent] = 1;
    else if (isThere) holds[parent] = 1;
  }
  // Nothing below a look is an object either.
  for (let place = 0; place < count; place++) {
    const { parent } = namespace.places[place]!;
    if (parent >= 0 && !isObject[parent]) isObject[place] = 0;
  }
  const places: number[] = [];
  const nodeOf = new Int32Array(count).fill(-1);
  for (let place = 0; place < count; place++) if (isObject[place]) nodeOf[place] = places.push(place) - 1;
  const nodes = (list: readonly number[]): number[] =>
    list.flatMap((place) => (isObject[place] ? [nodeOf[place]!] : []));
  return {
    ...{ places, nodeOf },
    children: places.map((place) => nodes(childrenOf(stage, place))),
    roots: nodes(namespace.roots),
    joints: jointsOf(
      stage,
      places.filter((place) => stage.typeOf(place) === 'Skeleton'),
    ),
  };
}
