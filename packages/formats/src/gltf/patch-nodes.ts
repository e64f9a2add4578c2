import { sameJson } from '@renquil/core/edits';
import { sameTransform, type Transform } from '@renquil/core/math';
import {
  allOn,
  type ObjectData,
  type ObjectId,
  type Scene,
  type SceneObject,
  type Switches,
} from '@renquil/core/scene';
import type { Gltf, GltfNode } from './gltf-json.js';
import type { GltfSource } from './gltf-source.js';
import { JsonPatch } from './json-patch.js';
import { boardExtras } from './board-extras.js';
import { elementsOf, membersOf, type MemberSpan } from './json-spans.js';
import {
  asReadBy,
  extrasOfNode,
  gatherFacts,
  isGone,
  kindOf,
  instancesSince,
  localOf,
  objectFromNode,
  switchesOf,
  visibility,
  type NodeFacts,
  type RenquilExtras,
} from './node-data.js';
import { isObject } from './guards.js';
import { instancedShapes, instancing } from './instanced-shapes.js';
import { newRoots } from './new-roots.js';

/** The place of every object in the list of nodes: where it came from, or after all of them when it was made here. */
export class NodePlaces {
  readonly #made = new Map<number, number>();
  /** Nodes that some object of the scene stands for, and those that only hold their place. */
  readonly present: Uint8Array;

  constructor(
    json: Gltf,
    readonly scene: Scene,
  ) {
    const nodes = json.nodes?.length ?? 0;
    const seen = Uint8Array.from(json.nodes ?? [], (node) => (isGone(node) ? 1 : 0));
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
  const facts = gatherFacts(json, scene.reading);
  const changed = new Map<number, ReadonlyMap<string, unknown>>();
  const added: GltfNode[] = [];
  for (const object of scene.walk()) {
    const mesh = baked.get(object.id);
    if (object.source === null) {
      const node = newNode(
        json,
        object,
        object.children.map((id) => places.of(id)),
      );
      added.push(mesh === undefined ? node : { ...node, mesh });
    } else {
      let members = changesOf(json, object, places, facts);
      if (mesh !== undefined) members = (members ?? new Map<string, unknown>()).set('mesh', mesh);
      if (members) changed.set(object.source, members);
    }
  }
  const scenes = changedScenes(json, scene, places);
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
  json: Gltf,
  object: SceneObject,
  places: NodePlaces,
  facts: NodeFacts,
): Map<string, unknown> | null {
  const inFile = json.nodes![object.source!]!;
  const { reading } = places.scene;
  const node = asReadBy(reading, inFile);
  const listed = node.children;
  const sameChildren =
    object.children.length === (listed?.length ?? 0) &&
    object.children.every((id, i) => places.of(id) === listed![i]);
  const sameLocal = sameTransform(object.local, localOf(node));
  const worn = reading < instancesSince ? (node.mesh ?? null) : facts.shapeOf(object.source!);
  const sameMesh = object.shape === worn;
  const bare = node.extras === undefined && isBare(object, node, facts);
  if (object.name === (node.name ?? '') && sameChildren && sameLocal && sameMesh && bare) return null;
  const members = new Map<string, unknown>();
  if (object.name !== (node.name ?? '')) members.set('name', object.name);
  if (!sameChildren)
    members.set('children', object.children.length ? object.children.map((id) => places.of(id)) : undefined);
  if (!sameLocal)
    for (const [key, value] of Object.entries(transformMembers(object.local))) members.set(key, value);
  if (!sameMesh) members.set('mesh', wornMesh(json, object.shape));
  const extensions = extensionsOf(json, object, sameMesh ? worn : object.shape, node);
  if (extensions !== unchanged) members.set('extensions', extensions);
  const extras = bare ? unchanged : changedExtras(object, node, objectFromNode(node, object.source!, facts));
  // Beside what that reader did not see; it goes under a key of its own, as the reader of today has it.
  const unseen = node.extras === undefined ? extrasOfNode(inFile) : null;
  if (extras !== unchanged) members.set('extras', unseen ? { ...unseen, ...(extras as object) } : extras);
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
    sameJson(object.switches, switchesOf(node)) &&
    object.kind === kindOf(node, object.source!, facts)
  );
}

function transformMembers(local: Transform): Record<string, readonly number[] | undefined> {
  if ('m' in local) return { matrix: local.m, translation: undefined, rotation: undefined, scale: undefined };
  return { matrix: undefined, translation: local.t, rotation: local.r, scale: local.s };
}

const unchanged = Symbol('unchanged');

/** What the file has may say the same in other words, or hold what is not ours to read: it stays while nothing changed. */
function changedExtras(object: SceneObject, node: GltfNode, was: ObjectData): unknown {
  const same = (['kind', 'layer', 'switches', 'mark', 'rest', 'display', 'attributes'] as const).every(
    (key) => sameJson(object[key] ?? null, was[key] ?? null),
  );
  return same ? unchanged : extrasOf(object, node, was.kind);
}

function extrasOf(object: SceneObject, node: GltfNode, kindInFile: string): unknown {
  const before = extrasOfNode(node) ?? {};
  const ours = oursOf(object, isObject(before['renquil']) ? before['renquil'] : {}, kindInFile, node);
  const after = { ...object.attributes, ...(Object.keys(ours).length ? { renquil: ours } : {}) };
  if (sameJson(before, after)) return unchanged;
  return Object.keys(after).length ? after : undefined;
}

/** What differs from the defaults, on top of anything under our key that we do not know. */
function oursOf(
  object: SceneObject,
  before: Record<string, unknown>,
  kindInFile: string,
  node: GltfNode,
): Record<string, unknown> {
  const ours: Record<string, unknown> = { ...before };
  const put = <K extends keyof RenquilExtras>(key: K, value: RenquilExtras[K] | undefined): void => {
    if (value === undefined) delete ours[key];
    else ours[key] = value;
  };
  if (object.kind !== kindInFile || 'kind' in before) put('kind', object.kind);
  put('layer', object.layer === 'Base' ? undefined : object.layer);
  put('switches', sameJson(object.switches, switchesInFile(object, node)) ? undefined : object.switches);
  put('mark', object.mark ?? undefined);
  put('rest', object.rest ?? undefined);
  put('display', object.display ?? undefined);
  return ours;
}

/** The file's own switch follows ours where it has one. */
function switchesInFile({ switches }: SceneObject, node: GltfNode): Switches {
  return node.extensions?.[visibility] ? { ...allOn, shown: switches.shown } : allOn;
}

function wornMesh(json: Gltf, shape: number | null): number | undefined {
  return shape === null ? undefined : instancedShapes(json).meshOf(shape);
}

/** Extensions of a node that hang on what Renquil changes: how often its mesh is drawn, and whether it is shown. */
function extensionsOf(json: Gltf, { switches }: SceneObject, shape: number | null, node: GltfNode): unknown {
  const { [instancing]: many, ...others } = node.extensions ?? {};
  const instanced = shape === null ? undefined : instancedShapes(json).at(shape);
  const isSame = sameJson(many?.['attributes'] ?? null, instanced?.attributes ?? null);
  const shown = node.extensions?.[visibility];
  const isShownSame = !shown || (shown['visible'] !== false) === switches.shown;
  if (isSame && isShownSame) return unchanged;
  const after = {
    ...others,
    ...(instanced ? { [instancing]: isSame ? many : { attributes: instanced.attributes } } : {}),
    ...(shown ? { [visibility]: { ...shown, visible: switches.shown } } : {}),
  };
  return Object.keys(after).length ? after : undefined;
}

function newNode(json: Gltf, object: SceneObject, children: number[]): GltfNode {
  const node: GltfNode = { name: object.name };
  if (children.length) node.children = children;
  const mesh = wornMesh(json, object.shape);
  if (mesh !== undefined) node.mesh = mesh;
  const extensions = extensionsOf(json, object, object.shape, node);
  if (extensions !== unchanged) node.extensions = extensions as NonNullable<GltfNode['extensions']>;
  for (const [key, value] of Object.entries(transformMembers(object.local))) {
    if (value) (node as unknown as Record<string, unknown>)[key] = value;
  }
  const kind = object.shape === null ? 'group' : 'mesh';
  const extras = extrasOf(object, node, kind);
  if (extras !== unchanged) node.extras = extras;
  return node;
}

/** Scenes whose list of roots changes. A new root joins the scene where it was, or what is under it; order is the tree's. */
function changedScenes(json: Gltf, scene: Scene, places: NodePlaces): Map<number, Map<string, unknown>> {
  const out = new Map<number, Map<string, unknown>>();
  const roots = scene.roots.map((id) => places.of(id));
  const now = new Set(roots);
  const first = json.scene ?? 0;
  const joins = newRoots(json, scene, (id) => places.of(id));
  (json.scenes ?? []).forEach((one, i) => {
    const before = [...new Set(one.nodes ?? [])];
    const mine = new Set(before);
    const after = roots.filter((node) => mine.has(node) || joins.get(node)?.has(i));
    const kept = before.filter((node) => now.has(node) && places.isPresent(node));
    const reordered = !sameNumbers(
      after.filter((node) => mine.has(node)),
      kept,
    );
    // Of another scene than the first only what comes and goes is written: its order is its own.
    const list = i === first || !reordered ? after : [...kept, ...after.filter((node) => !mine.has(node))];
    if (!sameNumbers(list, before)) out.set(i, new Map([['nodes', list.length ? list : undefined]]));
  });
  return out;
}

function sameNumbers(a: readonly number[], b: readonly number[]): boolean {
  return a.length === b.length && a.every((value, i) => value === b[i]);
}
