import { readJson } from '@renquil/core/own-json';
import { gltfLimits } from './gltf-limits.js';
import { RenquilError } from '@renquil/core/errors';
import { binChunk, isGlb, readGlb, type GlbChunk } from './glb.js';
import { readDataUri } from './data-uri.js';
import { safePath } from './relative-path.js';
import type { Gltf } from './gltf-json.js';
import { validateGltf } from './validate-gltf.js';

/** Gives the bytes of a file that lies beside the .gltf, or null. Paths are relative, with forward slashes. */
export type ResourceReader = (path: string) => Uint8Array | null;

/** A glTF file as it came: its text, its parsed JSON, the bytes of its buffers, and all other chunks. */
export interface GltfSource {
  readonly file: string;
  readonly container: 'glb' | 'gltf';
  /** The whole file. */
  readonly bytes: Uint8Array;
  readonly text: string;
  readonly json: Gltf;
  /** Chunks after the JSON one, in order. */
  readonly chunks: readonly GlbChunk[];
  /** Bytes of each buffer. */
  readonly buffers: readonly Uint8Array[];
  /** Files beside the .gltf that it names, by path. */
  readonly resources: ReadonlyMap<string, Uint8Array>;
  /** Images that did not come with it: they only texture, so the scene opens without them, and they are named. */
  readonly lacking: readonly LackingImage[];
}
/** An image that a file names and that did not come with it. */
export interface LackingImage {
  readonly place: string;
  /** As the file names it: a path, or where it lies elsewhere. Nothing is ever fetched. */
  readonly uri: string;
}
/** Opens glTF 2.0 in either container. Throws one RenquilError that names the file and the place in it. */
export function openGltf(
  bytes: Uint8Array,
  file: string,
  read: ResourceReader = () => null,
  limits = gltfLimits,
): GltfSource {
  if (bytes.length === 0) throw new RenquilError('file-empty', { file });
  const glb = isGlb(bytes);
  const [json, ...chunks] = glb ? readGlb(bytes, file) : [{ type: 0, data: bytes }];
  const text = decode(json!.data, file);
  const parsed = parse(text, file);
  const resources = new Map<string, Uint8Array>();
  const fetch = (uri: string, place: string): Uint8Array | null => {
    if (uri.startsWith('data:')) return dataUri(uri, file, place);
    const path = safePath(uri, place);
    const found = read(path);
    if (found) resources.set(path, found);
    return found;
  };
  const bin = chunks.find((chunk) => chunk.type === binChunk);
  const lacking: LackingImage[] = [];
  const lacks = (place: string, uri: string): void => void lacking.push({ place, uri });
  const buffers = validateGltf(parsed, { file, limits, bin: bin?.data ?? null, fetch, lacks });
  const container = glb ? 'glb' : 'gltf';
  return { file, container, bytes, text, json: parsed, chunks, buffers, resources, lacking };
}

function decode(data: Uint8Array, file: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(data);
  } catch {
    throw new RenquilError('gltf-invalid', { file, place: 'JSON', detail: 'the text is not valid UTF-8' });
  }
}

function parse(text: string, file: string): Gltf {
  try {
    // What it claims to be; `validateGltf` looks at each member before anybody uses it.
    return readJson(text) as unknown as Gltf;
  } catch (cause) {
    const detail = cause instanceof RangeError ? 'it is nested too deeply' : (cause as Error).message;
    throw new RenquilError('gltf-invalid', { file, place: 'JSON', detail });
  }
}

function dataUri(uri: string, file: string, place: string): Uint8Array {
  const bytes = readDataUri(uri);
  if (!bytes) throw new RenquilError('gltf-invalid', { file, place, detail: 'its data URI cannot be read' });
  return bytes;
}
