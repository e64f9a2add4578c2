import type { ObjectId, Scene } from '@renquil/core';
import { bakeShapes } from './bake-shapes.js';
import { binChunk, jsonChunk, writeGlb, type GlbChunk } from './glb.js';
import { openGltf, type GltfSource } from './gltf-source.js';
import { dropNodes } from './drop-nodes.js';
import { NodePlaces, patchNodes } from './patch-nodes.js';
import { rebuild } from './rebuild-gltf.js';

export interface WriteOptions {
  /** Objects that stay home: they go from the file with their shapes, materials and bytes. */
  readonly without?: ReadonlySet<ObjectId>;
}

/**
 * The file the scene came from, with the scene's names, tree and transforms in it, in the container it came in. When
 * nothing changed these are the very bytes that were read. Needs the scene that was read from this source.
 */
export function writeGltf(source: GltfSource, scene: Scene, options: WriteOptions = {}): Uint8Array {
  const baked = bakeShapes(source, scene);
  const from = baked?.source ?? source;
  const places = new NodePlaces(from.json, scene);
  const text = patchNodes(from, scene, places, baked?.meshes);
  const dropped = droppedNodes(places, options.without);
  const freed = freedMeshes(source, scene);
  if (dropped.size || freed.size) return dropNodes(from, text, dropped, freed);
  if (text === source.text) return source.bytes;
  return rebuild(from, text);
}

/** Meshes whose objects all took another shape, so that copies turned into instances make the file smaller. */
function freedMeshes({ json }: GltfSource, scene: Scene): Set<number> {
  const freed = new Set<number>();
  const worn = new Set<number | null>();
  for (const { shape, source } of scene.walk()) {
    worn.add(shape);
    const was = source === null ? undefined : json.nodes?.[source]?.mesh;
    if (was !== undefined && was !== shape) freed.add(was);
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
  const starts = source.buffers.map(add);
  for (const view of json.bufferViews ?? []) {
    shift(view, starts);
    for (const extension of Object.values(view.extensions ?? {})) shift(extension, starts);
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
  if (length || json.buffers) json.buffers = [{ byteLength: length }];
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

function shift(view: { buffer?: number; byteOffset?: number }, starts: readonly number[]): void {
  if (view.buffer === undefined) return;
  const at = (view.byteOffset ?? 0) + starts[view.buffer]!;
  view.buffer = 0;
  if (at || view.byteOffset !== undefined) view.byteOffset = at;
}

function imageBytes(source: GltfSource, uri: string): Uint8Array | null {
  if (uri.startsWith('data:'))
    return Uint8Array.from(atob(uri.slice(uri.indexOf(',') + 1)), (c) => c.charCodeAt(0));
  for (const [path, bytes] of source.resources)
    if (uri === path || decodeURIComponent(uri).replace(/^\.\//, '') === path) return bytes;
  return null;
}

/** Opens what was packed, so that a .gltf upload is from then on one .glb. */
export function packedSource(source: GltfSource): GltfSource {
  return source.container === 'glb'
    ? source
    : openGltf(packGlb(source), source.file.replace(/\.gltf$/i, '.glb'));
}
