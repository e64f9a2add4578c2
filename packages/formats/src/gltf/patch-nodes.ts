import {
  allOn,
  sameJson,
  sameTransform,
  type ObjectId,
  type Scene,
  type SceneObject,
  type Transform,
} from '@renquil/core';
import type { Gltf, GltfNode } from './gltf-json.js';
import type { GltfSource } from './gltf-source.js';
import { JsonPatch } from './json-patch.js';
import { boardExtras } from './board-extras.js';
import { elementsOf, membersOf, type MemberSpan } from './json-spans.js';
import {
  gatherFacts,
  kindOf,
  localOf,
  objectFromNode,
  type NodeFacts,
  type RenquilExtras,
} from './node-data.js';
import { isObject } from './guards.js';

/** The place of every object in the list of nodes: where it came from, or after all of them when it was made here. */
export class NodePlaces {
  readonly #made = new Map<number, number>();
  /** Nodes that some object of the scene stands for. */
  readonly present: Uint8Array;

  constructor(
    json: Gltf,
    readonly scene: Scene,
  ) {
    const nodes = json.nodes?.length ?? 0;
    const seen = new Uint8Array(nodes);
    for (const object of scene.walk()) {
      if (object.source === null) this.#made.set(object.id, nodes + this.#made.size);
      else seen[object.source] = 1;
    }
    this.present = seen;
  }
  of(id: ObjectId): number {
    return this.scene.get(id).source ?? this.#made.get(id)!;
  }
  isPresent(node: number): boolean {
    return node >= this.present.length || this.present[node] === 1;
  }
}

/**
 * The document's text with what changed in the scene put in: names, children, transforms, extras, roots. Everything
 * else stays to the letter. Nodes that left the scene stay in the list, unused; dropping them is another step.
 */
export function patchNodes(
  source: GltfSource,
  scene: Scene,
  places = new NodePlaces(source.json, scene),
  baked: ReadonlyMap<ObjectId, number> = new Map(),
): string {
  const { json, text } = source;
  const facts = gatherFacts(json);
  const changed = new Map<number, ReadonlyMap<string, unknown>>();
  const added: GltfNode[] = [];
  for (const object of scene.walk()) {
    const mesh = baked.get(object.id);
    if (object.source === null) {
      const node = newNode(
        object,
        object.children.map((id) => places.of(id)),
      );
      added.push(mesh === undefined ? node : { ...node, mesh });
    } else {
      let members = changesOf(object, json.nodes![object.source]!, places, facts);
      if (mesh !== undefined) members = (members ?? new Map<string, unknown>()).set('mesh', mesh);
      if (members) changed.set(object.source, members);
    }
  }
  const scenes = changedScenes(
    json,
    scene.roots.map((id) => places.of(id)),
    places,
  );
  const extras = boardExtras(json, scene, (id) => places.of(id));
  const renamed = [
    ['meshes', renamedIn(json.meshes, scene.shapes)],
    ['materials', renamedIn(json.materials, scene.materials)],
  ] as const;
  if (!changed.size && !added.length && !scenes.size && !extras && !renamed.some(([, list]) => list.size))
    return text;

  const patch = new JsonPatch(text);
  const top = membersOf(text, 0);
  // A file without a list of nodes gets one.
  const onTop = new Map<string, unknown>(extras ? [['extras', extras]] : []);
  if (!top.has('nodes') && added.length) onTop.set('nodes', added);
  if (onTop.size) patch.setMembers(0, onTop);
  patchList(patch, top.get('nodes'), changed, added);
  patchList(patch, top.get('scenes'), scenes, []);
  for (const [key, list] of renamed) patchList(patch, top.get(key), list, []);
  return patch.toString();
}

/** Names of meshes or materials that are others in the scene. */
function renamedIn(
  list: readonly { readonly name?: string }[] | undefined,
  things: readonly { readonly name: string }[],
): Changes {
  const changes = new Map<number, ReadonlyMap<string, unknown>>();
  list?.forEach(({ name = '' }, i) => {
    const now = things[i]?.name ?? name;
    if (now !== name) changes.set(i, new Map([['name', now === '' ? undefined : now]]));
  });
  return changes;
}

type Changes = ReadonlyMap<number, ReadonlyMap<string, unknown>>;

function patchList(
  patch: JsonPatch,
  list: MemberSpan | undefined,
  changed: Changes,
  added: readonly GltfNode[],
): void {
  if (!list || (!changed.size && !added.length)) return;
  const elements = elementsOf(patch.text, list.start);
  for (const [index, members] of changed) patch.setMembers(elements[index]!.start, members);
  if (!added.length) return;
  const end = elements.at(-1)?.end ?? list.start + 1;
  patch.replace(end, end, (elements.length ? ',' : '') + added.map((node) => JSON.stringify(node)).join(','));
}

/** What must be written into a node, or null when nothing: no allocation for the many that did not change. */
function changesOf(
  object: SceneObject,
  node: GltfNode,
  places: NodePlaces,
  facts: NodeFacts,
): Map<string, unknown> | null {
  const listed = node.children;
  const sameChildren =
    object.children.length === (listed?.length ?? 0) &&
    object.children.every((id, i) => places.of(id) === listed![i]);
  const sameLocal = sameTransform(object.local, localOf(node));
  const sameMesh = object.shape === (node.mesh ?? null);
  const bare = node.extras === undefined && isBare(object, node, facts);
  if (object.name === (node.name ?? '') && sameChildren && sameLocal && sameMesh && bare) return null;
  const members = new Map<string, unknown>();
  if (object.name !== (node.name ?? '')) members.set('name', object.name);
  if (!sameChildren)
    members.set('children', object.children.length ? object.children.map((id) => places.of(id)) : undefined);
  if (!sameLocal)
    for (const [key, value] of Object.entries(transformMembers(object.local))) members.set(key, value);
  if (!sameMesh) members.set('mesh', object.shape ?? undefined);
  const extras = bare ? unchanged : extrasOf(object, node, objectFromNode(node, object.source!, facts).kind);
  if (extras !== unchanged) members.set('extras', extras);
  return members.size ? members : null;
}

/** Nothing about the object needs a word in `extras`. */
function isBare(object: SceneObject, node: GltfNode, facts: NodeFacts): boolean {
  for (const _ in object.attributes) return false;
  return (
    object.layer === 'Base' &&
    !object.mark &&
    !object.rest &&
    !object.display &&
    sameJson(object.switches, allOn) &&
    object.kind === kindOf(node, object.source!, facts)
  );
}

function transformMembers(local: Transform): Record<string, readonly number[] | undefined> {
  if ('m' in local) return { matrix: local.m, translation: undefined, rotation: undefined, scale: undefined };
  return { matrix: undefined, translation: local.t, rotation: local.r, scale: local.s };
}

const unchanged = Symbol('unchanged');

function extrasOf(object: SceneObject, node: GltfNode, kindInFile: string): unknown {
  const before = isObject(node.extras) ? node.extras : {};
  const ours = oursOf(object, isObject(before['renquil']) ? before['renquil'] : {}, kindInFile);
  const after = { ...object.attributes, ...(Object.keys(ours).length ? { renquil: ours } : {}) };
  if (sameJson(before, after)) return unchanged;
  return Object.keys(after).length ? after : undefined;
}

/** What differs from the defaults, on top of anything under our key that we do not know. */
function oursOf(
  object: SceneObject,
  before: Record<string, unknown>,
  kindInFile: string,
): Record<string, unknown> {
  const ours: Record<string, unknown> = { ...before };
  const put = <K extends keyof RenquilExtras>(key: K, value: RenquilExtras[K] | undefined): void => {
    if (value === undefined) delete ours[key];
    else ours[key] = value;
  };
  if (object.kind !== kindInFile || 'kind' in before) put('kind', object.kind);
  put('layer', object.layer === 'Base' ? undefined : object.layer);
  put('switches', sameJson(object.switches, allOn) ? undefined : object.switches);
  put('mark', object.mark ?? undefined);
  put('rest', object.rest ?? undefined);
  put('display', object.display ?? undefined);
  return ours;
}

function newNode(object: SceneObject, children: number[]): GltfNode {
  const node: GltfNode = { name: object.name };
  if (children.length) node.children = children;
  if (object.shape !== null) node.mesh = object.shape;
  for (const [key, value] of Object.entries(transformMembers(object.local))) {
    if (value) (node as unknown as Record<string, unknown>)[key] = value;
  }
  const kind = object.shape === null ? 'group' : 'mesh';
  const extras = extrasOf(object, node, kind);
  if (extras !== unchanged) node.extras = extras;
  return node;
}

/** Scenes whose list of roots changes. A new root joins the default scene; order is the tree's. */
function changedScenes(
  json: Gltf,
  roots: readonly number[],
  places: NodePlaces,
): Map<number, Map<string, unknown>> {
  const out = new Map<number, Map<string, unknown>>();
  const now = new Set(roots);
  const first = json.scene ?? 0;
  const wasRoot = new Set((json.scenes ?? []).flatMap((scene) => scene.nodes ?? []));
  const held = new Set((json.nodes ?? []).flatMap((node) => node.children ?? []));
  (json.scenes ?? []).forEach((scene, i) => {
    const before = scene.nodes ?? [];
    const mine = new Set(before);
    // A root joins when it hung under something before or was made here; one that no scene showed stays unshown.
    const joins = (node: number): boolean =>
      !wasRoot.has(node) && (held.has(node) || node >= (json.nodes?.length ?? 0));
    const after = roots.filter((node) => mine.has(node) || (i === first && joins(node)));
    const kept = before.filter((node) => now.has(node) && places.isPresent(node));
    const reordered =
      !sameNumbers(
        after.filter((node) => mine.has(node)),
        kept,
      ) && i === first;
    const list = i === first ? after : kept;
    if (reordered || !sameNumbers(list, before))
      out.set(i, new Map([['nodes', list.length ? list : undefined]]));
  });
  return out;
}

function sameNumbers(a: readonly number[], b: readonly number[]): boolean {
  return a.length === b.length && a.every((value, i) => value === b[i]);
}
