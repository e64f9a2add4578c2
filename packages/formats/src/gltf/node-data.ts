import { identityTransform, type Transform } from '@renquil/core/math';
import {
  allOn,
  displays,
  kinds,
  switchNames,
  type Attributes,
  type Display,
  type Json,
  type Kind,
  type Mark,
  type ObjectData,
  type Switches,
} from '@renquil/core/scene';
import type { Gltf, GltfAnimation, GltfNode } from './gltf-json.js';
import { isObject } from './guards.js';
import { humanBones, isVrm } from './vrm.js';
import { instancedShapes, instancing } from './instanced-shapes.js';

/** Facts about nodes that need a look at the rest of the document, gathered once. */
export interface NodeFacts {
  readonly joints: ReadonlySet<number>;
  readonly animated: ReadonlySet<number>;
  readonly materialsOf: readonly (readonly number[])[];
  /** Meshes drawn only as lines or points: curves that people grab, not surfaces. */
  readonly lineMeshes: ReadonlySet<number>;
  /** The shape that a node wears. */
  shapeOf(node: number): number | null;
}

/**
 * What is looked up for every node, worked out once for a file.
 * @param reading as a reader had it who knew less; left out: as it is read today
 */
export function gatherFacts(json: Gltf, reading = latestReading): NodeFacts {
  const lineMeshes = new Set<number>();
  const materialsOf = (json.meshes ?? []).map((mesh, i) => {
    if (mesh.primitives.length > 0 && mesh.primitives.every((p) => p.mode !== undefined && p.mode < 4))
      lineMeshes.add(i);
    if (mesh.primitives.length === 1) {
      const { material } = mesh.primitives[0]!;
      return material === undefined ? noMaterials : [material];
    }
    return [...new Set(mesh.primitives.flatMap((p) => (p.material === undefined ? [] : [p.material])))];
  });
  const animated = new Set<number>();
  for (const animation of json.animations ?? []) {
    for (const channel of animation.channels) for (const node of animatedBy(channel)) animated.add(node);
  }
  const instanced = instancedShapes(json);
  return {
    // The bones of an avatar are joints, whether anything hangs on them or not.
    joints: new Set([
      ...(json.skins ?? []).flatMap((skin) => skin.joints),
      ...(reading >= bonesSince && isVrm(json) ? humanBones(json).map(({ node }) => node) : []),
    ]),
    animated,
    materialsOf,
    lineMeshes,
    shapeOf: (node) => instanced.shapeOf(json, node),
  };
}

/** Nodes that a channel moves: its target, and what KHR_animation_pointer points at. */
export function animatedBy({ target }: GltfAnimation['channels'][number]): number[] {
  const pointer = target.extensions?.['KHR_animation_pointer']?.['pointer'];
  const pointed = typeof pointer === 'string' ? /^\/nodes\/(\d{1,9})(\/|$)/.exec(pointer)?.[1] : undefined;
  return [
    ...(target.node === undefined ? [] : [target.node]),
    ...(pointed === undefined ? [] : [Number(pointed)]),
  ];
}

const noMaterials: readonly number[] = Object.freeze([]);
const noAttributes: Attributes = Object.freeze({});

/** What Renquil keeps about an object inside the node's `extras`, under the one key `renquil`. */
export interface RenquilExtras {
  kind?: Kind;
  layer?: string;
  switches?: Partial<Switches>;
  mark?: Mark;
  display?: Display;
  rest?: Transform;
}

/** Node `index` as an object; ids are the place in the file, from 1. */
export function objectFromNode(node: GltfNode, index: number, facts: NodeFacts): ObjectData {
  const extras = extrasOfNode(node);
  const ours = readOurs(extras?.['renquil']);
  return {
    id: index + 1,
    name: node.name ?? '',
    kind: ours.kind ?? kindOf(node, index, facts),
    local: localOf(node),
    shape: facts.shapeOf(index),
    materials: node.mesh === undefined ? noMaterials : facts.materialsOf[node.mesh]!,
    switches: { ...switchesOf(node), ...ours.switches },
    layer: ours.layer ?? 'Base',
    mark: ours.mark ?? null,
    ...(ours.display ? { display: ours.display } : {}),
    attributes: extras ? attributesOf(extras) : noAttributes,
    rest: ours.rest ?? null,
    source: index,
  };
}

/** Since when instances, KHR_node_visibility, and extras that are no object are read; and that the bones of an avatar are joints. */
export const instancesSince = 2;
const bonesSince = 3;
/** What a reader of today sees. */
export const latestReading = bonesSince;
/** A node as a reader saw it who knew less; what it did not see is not ours to change. */
export function asReadBy(reading: number, node: GltfNode): GltfNode {
  if (reading >= instancesSince) return node;
  const { extras, extensions = {}, ...rest } = node;
  const { [instancing]: _many, [visibility]: _shown, ...others } = extensions;
  return { ...rest, extensions: others, ...(isObject(extras) ? { extras } : {}) };
}

/** What a node is, by what it holds and who uses it. */
export function kindOf(node: GltfNode, index: number, facts: NodeFacts): Kind {
  if (facts.joints.has(index)) return 'joint';
  if (node.mesh !== undefined) return facts.lineMeshes.has(node.mesh) ? 'control' : 'mesh';
  if (node.camera !== undefined) return 'camera';
  if (node.extensions?.['KHR_lights_punctual']) return 'light';
  // An empty leaf that something animates marks a place; one that nothing uses is a group nobody filled.
  return !node.children?.length && facts.animated.has(index) ? 'locator' : 'group';
}

/** The local transform as glTF gives it: a matrix, or T R S with the defaults of section 3.5.3. */
export function localOf(node: GltfNode): Transform {
  if (node.matrix) return { m: node.matrix };
  const { translation: t, rotation: r, scale: s } = node;
  if (!t && !r && !s) return identityTransform;
  return {
    t: (t ?? [0, 0, 0]) as [number, number, number],
    r: (r ?? [0, 0, 0, 1]) as [number, number, number, number],
    s: (s ?? [1, 1, 1]) as [number, number, number],
  };
}

/** What is said about a node beside its object: an object as it is; anything else as what is under the key `extras`. */
export function extrasOfNode({ extras }: GltfNode): Record<string, unknown> | null {
  if (isObject(extras)) return extras;
  return extras === undefined ? null : { extras };
}

const hidden: Switches = Object.freeze({ ...allOn, shown: false });
/** The switches a node has in the file: KHR_node_visibility hides it. */
export function switchesOf({ extensions }: GltfNode): Switches {
  return extensions?.[visibility]?.['visible'] === false ? hidden : allOn;
}
/** The extension that says whether a node is shown. */
export const visibility = 'KHR_node_visibility';

/** A node that left the scene and holds its place in the list, since something we do not know may count nodes. */
export function isGone({ extras }: GltfNode): boolean {
  return isObject(extras) && isObject(extras['renquil']) && extras['renquil']['gone'] === true;
}
/** What stands in place of such a node. */
export const goneNode: GltfNode = Object.freeze({ extras: { renquil: { gone: true } } });

function attributesOf(extras: Record<string, unknown>): Attributes {
  const { renquil: _ours, ...others } = extras;
  return Object.keys(others).length ? (others as Record<string, Json>) : noAttributes;
}

/** Takes what is well-formed and leaves the rest: another program may have written there. */
function readOurs(value: unknown): RenquilExtras {
  if (!isObject(value)) return {};
  const out: RenquilExtras = {};
  if (kinds.includes(value['kind'] as Kind)) out.kind = value['kind'] as Kind;
  if (typeof value['layer'] === 'string' && value['layer']) out.layer = value['layer'];
  if (isObject(value['switches'])) {
    const given = value['switches'];
    const names = switchNames.filter((name) => typeof given[name] === 'boolean');
    if (names.length) out.switches = Object.fromEntries(names.map((name) => [name, given[name]]));
  }
  if (displays.includes(value['display'] as Display)) out.display = value['display'] as Display;
  const mark = value['mark'];
  if (isObject(mark) && typeof mark['colour'] === 'string' && typeof mark['word'] === 'string') {
    const note = mark['note'];
    out.mark = { colour: mark['colour'], word: mark['word'], ...(typeof note === 'string' ? { note } : {}) };
  }
  if (isObject(value['rest'])) {
    const { t, r, s } = value['rest'] as { t?: unknown; r?: unknown; s?: unknown };
    if (isVector(t, 3) && isVector(r, 4) && isVector(s, 3)) {
      out.rest = {
        t: t as [number, number, number],
        r: r as [number, number, number, number],
        s: s as [number, number, number],
      };
    }
  }
  return out;
}
function isVector(value: unknown, length: number): value is number[] {
  return (
    Array.isArray(value) &&
    value.length === length &&
    value.every((n) => typeof n === 'number' && Number.isFinite(n))
  );
}
