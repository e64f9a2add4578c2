import { uniteBoxes, type Box, type Vec3 } from '@renquil/core/math';
import { Scene, type Shape } from '@renquil/core/scene';
import { asTriangles, readCorners, restartOf } from './decode-shape.js';
import { isHidden, type Gltf, type GltfAccessor, type GltfMesh, type GltfPrimitive } from './gltf-json.js';
import { openGltf, type GltfSource, type ResourceReader } from './gltf-source.js';
import { InstanceBoxes, instancedShapes, type InstancedShape } from './instanced-shapes.js';
import { materialsOf, type ImageSource } from './material-facts.js';
import { isObject } from './guards.js';
import { motionOf } from './motion.js';
import { gatherFacts, isGone, latestReading, objectFromNode, type NodeFacts } from './node-data.js';
import { readBoard } from './board-extras.js';
import type { DrawnDocument } from './unpack-gltf.js';
import { shapeBytes, shapeDigest } from './shape-digest.js';

/** The scene of a file, with the file. */
export interface ReadResult {
  readonly scene: Scene;
  readonly source: GltfSource;
}
/** Called now and then with how many of how many nodes are in. */
export type Progress = (done: number, total: number) => void;

/** Opens a .glb or .gltf and builds the scene from it. */
export function readGltf(
  bytes: Uint8Array,
  file: string,
  read?: ResourceReader,
  progress?: Progress,
): ReadResult {
  const source = openGltf(bytes, file, read);
  return { source, scene: sceneOf(source.json, progress, source) };
}

/** The scene of a validated document. Roots come in the order of its scenes, then nodes that no scene shows. */
export function sceneOf(
  json: Gltf,
  progress?: Progress,
  from?: ImageSource,
  drawn: DrawnDocument | null = null,
): Scene {
  const { buffers } = from ?? {};
  const nodes = json.nodes ?? [];
  const facts = gatherFacts(json);
  const skinned = new Set(
    nodes.flatMap((node) => (node.skin !== undefined && node.mesh !== undefined ? [node.mesh] : [])),
  );
  // A file may say that a million meshes share the same bytes: those that are looked into have an end.
  let toHash = mostHashed + 4 * (buffers ?? []).reduce((sum, { length }) => sum + length, 0);
  const meshes = (json.meshes ?? []).map((_, i) => {
    const bytes = shapeBytes(json, i);
    const seen = buffers && (toHash -= bytes) >= 0 ? buffers : null;
    return shapeOf(
      json,
      { at: i, bytes, skinned: skinned.has(i) },
      seen && { json, buffers: seen, ...drawn },
    );
  });
  const boxes = new InstanceBoxes(json, buffers ?? []);
  const scene = new Scene(
    [
      ...meshes,
      ...instancedShapes(json).list.map((instanced) =>
        instancedOf(meshes[instanced.mesh]!, instanced, boxes),
      ),
    ],
    materialsOf(json, from),
    new Set([...facts.animated].map((node) => node + 1)),
    new Map([...(buffers ? motionOf(json, buffers) : [])].map(([node, box]) => [node + 1, box] as const)),
  );
  return withObjects(scene, json, facts, progress);
}
/** The objects of a validated document alone, without what is known of shapes and materials: to be compared with. */
export function objectsOf(json: Gltf): Scene {
  return withObjects(new Scene([], []), json, gatherFacts(json));
}
function withObjects(scene: Scene, json: Gltf, facts: NodeFacts, progress?: Progress): Scene {
  const nodes = json.nodes ?? [];
  scene.reading = latestReading;
  readBoard(json, scene);
  const stack = rootsOf(json)
    .reverse()
    .map((node) => ({ node, parent: null as number | null }));
  let done = 0;
  while (stack.length) {
    const { node, parent } = stack.pop()!;
    scene.append(objectFromNode(nodes[node]!, node, facts), parent);
    if ((++done & 8191) === 0) progress?.(done, nodes.length);
    const children = nodes[node]!.children ?? [];
    for (let i = children.length - 1; i >= 0; i--) stack.push({ node: children[i]!, parent: node + 1 });
  }
  return scene;
}

/** Bytes of meshes that digests are made of, beside four times what the file holds. */
const mostHashed = 64 * 2 ** 20;

/** The roots of the scene that a file shows, then of its other scenes, then nodes that nothing holds; each once. */
function rootsOf(json: Gltf): number[] {
  const roots = new Set<number>();
  const first = json.scene ?? 0;
  for (const node of json.scenes?.[first]?.nodes ?? []) roots.add(node);
  for (const scene of json.scenes ?? []) for (const node of scene.nodes ?? []) roots.add(node);
  const nodes = json.nodes ?? [];
  const held = new Uint8Array(nodes.length);
  for (const { children } of nodes) for (const child of children ?? []) held[child] = 1;
  nodes.forEach((node, i) => {
    if (!held[i] && !isGone(node)) roots.add(i);
  });
  return [...roots];
}

/** A shape drawn many times over: all its faces, and the box of all its instances. */
function instancedOf(shape: Shape, instanced: InstancedShape, boxes: InstanceBoxes): Shape {
  const { digest: _of, ...rest } = shape;
  const { count } = instanced;
  return {
    ...rest,
    faces: shape.faces * count,
    vertices: shape.vertices * count,
    bounds: boxes.of(instanced, shape.bounds),
    fixed: 'instanced',
  };
}

/** `looks`: when its bytes are looked into. */
function shapeOf(
  json: Gltf,
  { at, bytes, skinned }: { readonly at: number; readonly bytes: number; readonly skinned: boolean },
  looks: DrawnDocument | null,
): Shape {
  const buffers = looks && (looks.json === json ? looks.buffers : null);
  const mesh = json.meshes![at]!;
  const stands = standsFor(mesh);
  // A box that stands for something is the likeness of nothing.
  const digest = stands ? null : looks && shapeDigest(looks.json, looks.buffers, at);
  const packed = isPacked(json, mesh);
  // What a host could unpack, it can write anew.
  const isLocked = packed && (!looks || looks.json === json || isPacked(looks.json, looks.json.meshes![at]!));
  const fixed = stands ? 'listed' : isLocked ? 'packed' : skinned ? 'skinned' : null;
  let faces = 0;
  let bounds: Box | null = null;
  let vertices = 0;
  const positions = mesh.primitives.length > 1 ? new Set<number>() : null;
  for (const primitive of mesh.primitives) {
    const at = primitive.attributes['POSITION'];
    const accessor = at === undefined ? undefined : json.accessors?.[at];
    if (!accessor) continue;
    if (!positions?.has(at!)) vertices += accessor.count;
    positions?.add(at!);
    faces += facesOf(json, primitive, accessor.count, buffers);
    const box = boxOf(accessor);
    bounds = bounds ? uniteBoxes(bounds, box) : box;
  }
  return {
    name: mesh.name ?? '',
    faces: stands?.faces ?? faces,
    vertices: stands?.vertices ?? vertices,
    bounds,
    bytes,
    ...(fixed ? { fixed } : {}),
    ...(packed && fixed !== 'packed' ? { packed: true as const } : {}),
    ...(digest ? { digest } : {}),
  };
}

/** What the box of a listed object stands for (read-listing.ts). */
function standsFor({ extras }: GltfMesh): { readonly faces: number; readonly vertices: number } | null {
  const ours = isObject(extras) && isObject(extras['renquil']) ? extras['renquil']['stands'] : null;
  if (!isObject(ours)) return null;
  const [faces, vertices] = [ours['faces'], ours['vertices']];
  return Number.isSafeInteger(faces) && Number.isSafeInteger(vertices)
    ? { faces: faces as number, vertices: vertices as number }
    : null;
}

/** Counted without looking at the corners, but for strips and fans, which may break off and begin anew. */
function facesOf(
  json: Gltf,
  { indices, mode = 4 }: GltfPrimitive,
  points: number,
  buffers: readonly Uint8Array[] | null,
): number {
  if (indices === undefined) return triangles(mode, points);
  const corners = mode > 4 && buffers ? readCorners(json, buffers, indices) : null;
  return corners
    ? asTriangles(mode, corners, restartOf(json, indices)).length / 3
    : triangles(mode, json.accessors![indices]!.count);
}

/** glTF 2.0 section 3.7.2.1: 4 triangles, 5 strip, 6 fan; points and lines have no faces. */
function triangles(mode: number, corners: number): number {
  if (mode === 4) return Math.floor(corners / 3);
  return mode === 5 || mode === 6 ? Math.max(0, corners - 2) : 0;
}

/** Section 3.11: normalized integers stand for -1 to 1 or 0 to 1. */
const normalizers: Readonly<Record<number, number>> = { 5120: 127, 5121: 255, 5122: 32767, 5123: 65535 };

function boxOf({ min, max, normalized, componentType }: GltfAccessor): Box | null {
  if (!isVec3(min) || !isVec3(max)) return null;
  const by = normalized ? (normalizers[componentType] ?? 1) : 1;
  const scaled = (v: Vec3): Vec3 => [v[0] / by, v[1] / by, v[2] / by];
  return { min: scaled(min), max: scaled(max) };
}
function isVec3(value: number[] | undefined): value is [number, number, number] {
  if (!Array.isArray(value) || value.length < 3) return false;
  return Number.isFinite(value[0]) && Number.isFinite(value[1]) && Number.isFinite(value[2]);
}

/** Whether a mesh's points are kept in a way that we carry but cannot look into. */
function isPacked(json: Gltf, mesh: GltfMesh): boolean {
  return mesh.primitives.some((primitive) => {
    if (primitive.extensions?.['KHR_draco_mesh_compression']) return true;
    const view = json.accessors?.[primitive.attributes['POSITION'] ?? -1]?.bufferView;
    return view !== undefined && isHidden(json, view);
  });
}
