import { BufferAttribute, BufferGeometry } from 'three';
import type { Vec3 } from '@renquil/core';
import type { DrawnPart } from './geometry-messages';

export interface ShapePart {
  readonly geometry: BufferGeometry;
  readonly edges: BufferGeometry | null;
  readonly lines: boolean;
  /** Index into the scene's materials. */
  readonly material: number | null;
  readonly faces: number;
}
/** Corners kept at most over all shapes, so that a huge scene stays a scene of boxes instead of a crash. */
const budget = 12_000_000;

/** Drawable parts of every shape, once they arrive. One that is too big or cannot be read has none and is drawn as its box. */
export class ShapeStore {
  readonly #decoded = new Map<number, readonly ShapePart[]>();
  readonly #outlines = new Map<readonly Vec3[], BufferGeometry>();
  #corners = 0;
  /** Shapes drawn as boxes since there was no room or no way to read them. */
  boxed = 0;

  put(index: number, parts: readonly DrawnPart[] | null): void {
    const corners = (parts ?? []).reduce((sum, part) => sum + part.indices.length, 0);
    if (!parts || this.#corners + corners > budget) {
      this.boxed++;
      return;
    }
    this.#corners += corners;
    this.#decoded.set(
      index,
      parts.map((part) => ({
        geometry: geometryOf(part),
        edges: edgesOf(part),
        lines: part.lines,
        material: part.material,
        faces: part.lines ? 0 : part.indices.length / 3,
      })),
    );
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
    for (const parts of this.#decoded.values())
      for (const { geometry, edges } of parts) {
        geometry.dispose();
        edges?.dispose();
      }
  }
}

function geometryOf(part: DrawnPart): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(part.positions, 3));
  geometry.setIndex(new BufferAttribute(part.indices, 1));
  if (part.normals) geometry.setAttribute('normal', new BufferAttribute(part.normals, 3));
  else if (!part.lines) geometry.computeVertexNormals();
  return geometry;
}

function edgesOf({ edges }: DrawnPart): BufferGeometry | null {
  return edges && new BufferGeometry().setAttribute('position', new BufferAttribute(edges, 3));
}
