import type { ObjectId, Scene } from '@renquil/core/scene';
import { bakeShapes } from './bake-shapes.js';
import { binChunk, jsonChunk, writeGlb, type GlbChunk } from './glb.js';
import { isFallback } from './gltf-json.js';
import { readDataUri } from './data-uri.js';
import { gatherFacts } from './node-data.js';
import { openGltf, type GltfSource } from './gltf-source.js';
import { relativePath } from './relative-path.js';
import { dropNodes } from './drop-nodes.js';
import { NodePlaces, patchNodes } from './patch-nodes.js';
import { instancedShapes } from './instanced-shapes.js';
import type { Unpackers } from './unpackers.js';
import { rebuild } from './rebuild-gltf.js';

/** What goes into the file. */
export interface WriteOptions {
  /** Objects that stay home: they go from the file with their shapes, materials and bytes. */
  readonly without?: ReadonlySet<ObjectId>;
  /** For shapes that are packed and have to be written anew. */
  readonly unpackers?: Unpackers | undefined;
}

/**
 * The file the scene came from, with the scene's names, tree and transforms in it, in the container it came in. When
 * nothing changed these are the very bytes that were read. Needs the scene that was read from this source.
 */
export function writeGltf(source: GltfSource, scene: Scene, options: WriteOptions = {}): Uint8Array {
  const baked = bakeShapes(source, scene, options.unpackers);
  const from = baked?.source ?? source;
  const places = new NodePlaces(from.json, scene);
  const text = patchNodes(from, scene, places, baked?.meshes);
  const dropped = droppedNodes(places, options.without);
  const freed = freedMeshes(source, scene);
  if (dropped.size || freed.size) return dropNodes(from, text, dropped, freed);
  if (text === source.text) return source.bytes;
  return rebuild(from, text);
}

/** The JSON of the file with what was changed in it; null: its bytes change as well. Needs the scene that was read from this source. */
export function textOf(source: GltfSource, scene: Scene): string | null {
  const { materialsOf } = gatherFacts(source.json);
  const instanced = instancedShapes(source.json);
  for (const { shape, bake, materials, outline, source: node } of scene.walk()) {
    if (bake || (outline && shape === null)) return null;
    const was = node === null ? null : instanced.shapeOf(source.json, node);
    if (shape !== was) return null;
    if (shape !== null && materials.join() !== materialsOf[instanced.meshOf(shape)]!.join()) return null;
  }
  const places = new NodePlaces(source.json, scene);
  return droppedNodes(places).size ? null : patchNodes(source, scene, places);
}
/** Meshes whose objects all took another shape, so that copies turned into instances make the file smaller. */
function freedMeshes({ json }: GltfSource, scene: Scene): Set<number> {
  const freed = new Set<number>();
  const worn = new Set<number | null>();
  const instanced = instancedShapes(json);
  for (const { shape, source } of scene.walk()) {
    const mesh = shape === null ? null : instanced.meshOf(shape);
    worn.add(mesh);
    const was = source === null ? undefined : json.nodes?.[source]?.mesh;
    if (was !== undefined && was !== mesh) freed.add(was);
  }
  for (const mesh of freed) if (worn.has(mesh)) freed.delete(mesh);
  return freed;
}

/** Nodes that were read but are in the scene no more, and those the caller leaves out. */
function droppedNodes(places: NodePlaces, without?: ReadonlySet<ObjectId>): Set<number> {
  const dropped = new Set<number>();
  places.present.forEach((there, node) => {
    if (!there) dropped.add(node);
  });
  for (const id of without ?? []) dropped.add(places.of(id));
  return dropped;
}

/**
 * A .gltf with its files, as one .glb: buffers one after another at 4-byte borders, images as buffer views, everything
 * else as it was. A .glb is returned as it is.
 */
export function packGlb(source: GltfSource): Uint8Array {
  if (source.container === 'glb') return source.bytes;
  const json = structuredClone(source.json);
  const parts: Uint8Array[] = [];
  let length = 0;
  const add = (bytes: Uint8Array): number => {
    const at = length;
    const size = Math.ceil(bytes.length / 4) * 4;
    const padded = new Uint8Array(size);
    padded.set(bytes);
    parts.push(padded);
    length += size;
    return at;
  };
  // A buffer that is only the length of what is packed elsewhere has no bytes to move, and stays a buffer of its own.
  const fallbacks = (json.buffers ?? []).flatMap((buffer, i) => (isFallback(buffer) ? [i] : []));
  const starts = source.buffers.map((bytes, i) => (fallbacks.includes(i) ? 0 : add(bytes)));
  const hasBytes =
    starts.length > fallbacks.length ||
    (json.images ?? []).some(({ uri }) => uri !== undefined && imageBytes(source, uri) !== null);
  const shift = (view: { buffer?: number; byteOffset?: number }): void => {
    if (view.buffer === undefined) return;
    const at = (view.byteOffset ?? 0) + starts[view.buffer]!;
    view.buffer = fallbacks.includes(view.buffer) ? fallbacks.indexOf(view.buffer) + (hasBytes ? 1 : 0) : 0;
    if (at || view.byteOffset !== undefined) view.byteOffset = at;
  };
  for (const view of json.bufferViews ?? []) {
    shift(view);
    for (const extension of Object.values(view.extensions ?? {})) shift(extension);
  }
  for (const image of json.images ?? []) {
    if (image.uri === undefined) continue;
    const bytes = imageBytes(source, image.uri);
    if (!bytes) continue;
    image.mimeType ??= /\.png$|^data:image\/png/i.test(image.uri) ? 'image/png' : 'image/jpeg';
    (json.bufferViews ??= []).push({ buffer: 0, byteOffset: add(bytes), byteLength: bytes.length });
    image.bufferView = json.bufferViews.length - 1;
    delete image.uri;
  }
  if (length || json.buffers)
    json.buffers = [
      ...(hasBytes ? [{ byteLength: length }] : []),
      ...fallbacks.map((i) => json.buffers![i]!),
    ];
  const bin = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    bin.set(part, at);
    at += part.length;
  }
  const chunks: GlbChunk[] = [{ type: jsonChunk, data: new TextEncoder().encode(JSON.stringify(json)) }];
  if (length) chunks.push({ type: binChunk, data: bin });
  return writeGlb(chunks);
}

function imageBytes(source: GltfSource, uri: string): Uint8Array | null {
  if (uri.startsWith('data:')) return readDataUri(uri);
  const path = relativePath(uri);
  return (path !== null && source.resources.get(path)) || null;
}

/** Opens what was packed, so that a .gltf upload is from then on one .glb. */
export function packedSource(source: GltfSource): GltfSource {
  return source.container === 'glb'
    ? source
    : openGltf(packGlb(source), source.file.replace(/\.gltf$/i, '.glb'));
}
