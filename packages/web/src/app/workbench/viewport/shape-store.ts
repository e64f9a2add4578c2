import { BufferAttribute, BufferGeometry } from 'three';
import type { Vec3 } from '@renquil/core/math';
import type { DrawnPart } from './geometry-messages';
import { giveTree } from './shape-tree';

/** A part of a shape that has one material. */
export interface ShapePart {
  readonly geometry: BufferGeometry;
  readonly edges: BufferGeometry | null;
  readonly lines: boolean;
  /** Index into the scene's materials. */
  readonly material: number | null;
}
/** Corners kept at most over all shapes, so that a huge scene stays a scene of boxes instead of a crash. */
const budget = 12_000_000;

/** Drawable parts of every shape, once they arrive. One that is too big or cannot be read has none and is drawn as its box. */
export class ShapeStore {
  readonly #decoded = new Map<number, readonly ShapePart[]>();
  readonly #outlines = new Map<readonly Vec3[], BufferGeometry>();
  /** Shapes drawn as boxes since there was no room or no way to read them. */
  readonly #boxed = new Set<number>();
  /** Shapes that are drawn though there was no room: a person asked for them. They have a room of their own. */
  readonly #asked = new Set<number>();
  #corners = 0;
  #askedCorners = 0;

  get boxed(): number {
    return this.#boxed.size;
  }
  put(index: number, parts: readonly DrawnPart[] | null): void {
    const corners = cornersOf(parts);
    if (!parts || this.#corners + corners > budget) {
      this.#boxed.add(index);
      return;
    }
    this.#corners += corners;
    this.#keep(index, parts);
  }
  /** A box that somebody asks to see in full. False: it cannot be read, or is too big together with the others asked for. */
  putAsked(index: number, parts: readonly DrawnPart[] | null): boolean {
    const corners = cornersOf(parts);
    if (!parts || this.#askedCorners + corners > budget) return false;
    this.#askedCorners += corners;
    this.#keep(index, parts);
    this.#boxed.delete(index);
    this.#asked.add(index);
    return true;
  }
  /** What was asked for before is a box again. */
  releaseAsked(): ReadonlySet<number> {
    const released = new Set(this.#asked);
    for (const index of released) {
      this.#disposeShape(index);
      this.#decoded.delete(index);
      this.#boxed.add(index);
    }
    this.#asked.clear();
    this.#askedCorners = 0;
    return released;
  }
  #keep(index: number, parts: readonly DrawnPart[]): void {
    const made = parts.map((part) => ({
      geometry: geometryOf(part),
      edges: edgesOf(part),
      lines: part.lines,
      material: part.material,
    }));
    this.#decoded.set(index, made);
  }
  /** Null: it is drawn as its box. */
  partsOf(index: number): readonly ShapePart[] | null {
    return this.#decoded.get(index) ?? null;
  }
  /** A closed line as pairs of points. */
  outlineOf(outline: readonly Vec3[]): BufferGeometry {
    let geometry = this.#outlines.get(outline);
    if (!geometry) {
      const pairs = outline.flatMap((point, i) => [...point, ...outline[(i + 1) % outline.length]!]);
      geometry = new BufferGeometry().setAttribute(
        'position',
        new BufferAttribute(Float32Array.from(pairs), 3),
      );
      this.#outlines.set(outline, geometry);
    }
    return geometry;
  }
  dispose(): void {
    for (const geometry of this.#outlines.values()) geometry.dispose();
    for (const index of this.#decoded.keys()) this.#disposeShape(index);
  }
  #disposeShape(index: number): void {
    for (const { geometry, edges } of this.#decoded.get(index) ?? []) {
      geometry.dispose();
      edges?.dispose();
    }
  }
}

function cornersOf(parts: readonly DrawnPart[] | null): number {
  return (parts ?? []).reduce((sum, part) => sum + part.indices.length, 0);
}
function geometryOf(part: DrawnPart): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(part.positions, 3));
  geometry.setIndex(new BufferAttribute(part.indices, 1));
  if (part.normals) geometry.setAttribute('normal', new BufferAttribute(part.normals, 3));
  if (part.uvs) geometry.setAttribute('uv', new BufferAttribute(part.uvs, 2));
  if (part.tree) giveTree(geometry, part.tree);
  return geometry;
}

function edgesOf({ edges }: DrawnPart): BufferGeometry | null {
  return edges && new BufferGeometry().setAttribute('position', new BufferAttribute(edges, 3));
}
