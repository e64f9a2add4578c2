import type { BufferGeometry, LineSegments, Object3D } from 'three';
import { callMost, type DrawnPool } from './drawn-pool';

/** What is drawn in one go at least: the smallest piece that a picture is cut into. */
export interface DrawUnit {
  readonly objects: readonly Object3D[];
  readonly triangles: number;
  /** Only this part of the shape's corners; null: all. */
  readonly range: {
    readonly geometry: BufferGeometry;
    readonly start: number;
    readonly count: number;
  } | null;
}
const linesTogether = 64;

/** A picture in pieces: what is solid before what one sees through, edges and lines in between. */
export function drawUnits(pools: Iterable<DrawnPool>, lines: readonly LineSegments[]): DrawUnit[] {
  const solid: DrawUnit[] = [];
  const clear: DrawUnit[] = [];
  for (const pool of pools) {
    const { mesh } = pool;
    const isClear = !Array.isArray(mesh.material) && mesh.material.transparent;
    (isClear ? clear : solid).push(...piecesOf(pool));
  }
  const drawn: DrawUnit[] = [];
  for (let i = 0; i < lines.length; i += linesTogether) {
    const objects = lines.slice(i, i + linesTogether);
    const corners = objects.reduce((sum, one) => sum + one.geometry.getAttribute('position').count, 0);
    drawn.push({ objects, triangles: corners / 2, range: null });
  }
  return [...solid, ...drawn, ...clear];
}

/** A single shape with very many triangles is drawn a stretch at a time. */
function piecesOf(pool: DrawnPool): DrawUnit[] {
  const { mesh, triangles } = pool;
  const objects = [mesh];
  if (triangles <= callMost || !('isInstancedMesh' in mesh)) return [{ objects, triangles, range: null }];
  const { geometry } = mesh;
  const corners = geometry.getIndex()!.count;
  const step = Math.max(3, Math.floor(callMost / mesh.count) * 3);
  const pieces: DrawUnit[] = [];
  for (let start = 0; start < corners; start += step) {
    const count = Math.min(step, corners - start);
    pieces.push({ objects, triangles: (count / 3) * mesh.count, range: { geometry, start, count } });
  }
  return pieces;
}
