import { componentBytes, typeSizes, type Gltf } from './gltf-json.js';

/** A stretch of a buffer. */
export interface Stretch {
  readonly buffer: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Where an accessor's bytes lie (glTF 2.0, section 3.6.2): from its first element to the end of its last, with whatever
 * lies between them, and those of its sparse part. Of a view whose bytes are packed nothing is said.
 */
export function accessorStretches(json: Gltf, at: number): Stretch[] {
  const accessor = json.accessors?.[at];
  if (!accessor) return [];
  const { bufferView, byteOffset = 0, componentType, type, count, sparse } = accessor;
  const size = (componentBytes[componentType] ?? 0) * (typeSizes[type] ?? 0);
  const found: Stretch[] = [];
  const add = (index: number | undefined, offset: number, each: number, many: number): void => {
    const view = index === undefined ? undefined : json.bufferViews?.[index];
    if (!view || view.extensions || many < 1) return;
    const from = (view.byteOffset ?? 0) + offset;
    const to = from + (view.byteStride ?? each) * (many - 1) + each;
    found.push({ buffer: view.buffer, from, to });
  };
  add(bufferView, byteOffset, size, count);
  if (sparse) {
    add(
      sparse.indices.bufferView,
      sparse.indices.byteOffset ?? 0,
      componentBytes[sparse.indices.componentType] ?? 0,
      sparse.count,
    );
    add(sparse.values.bufferView, sparse.values.byteOffset ?? 0, size, sparse.count);
  }
  return found;
}
/** Every accessor that a mesh reads. */
export function accessorsOfMesh(json: Gltf, mesh: number): Set<number> {
  const found = new Set<number>();
  for (const { attributes, targets = [], indices } of json.meshes?.[mesh]?.primitives ?? []) {
    for (const named of [attributes, ...targets]) for (const at of Object.values(named)) found.add(at);
    if (indices !== undefined) found.add(indices);
  }
  return found;
}

/** Stretches of one buffer, merged where they touch or overlap, in order: however many there are, the rest is one walk. */
export function merged(all: readonly Stretch[], buffer = 0): Stretch[] {
  const found: { buffer: number; from: number; to: number }[] = [];
  for (const { from, to } of all
    .filter((one) => one.buffer === buffer && one.to > one.from)
    .sort((a, b) => a.from - b.from)) {
    const last = found.at(-1);
    if (last && from <= last.to) last.to = Math.max(last.to, to);
    else found.push({ buffer, from, to });
  }
  return found;
}
