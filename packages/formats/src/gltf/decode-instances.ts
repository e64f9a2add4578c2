import { invertAffine, transformPoint, type Mat4 } from '@renquil/core/math';
import { decodeShape, type DecodedPart, type TexCoordOf } from './decode-shape.js';
import type { Gltf } from './gltf-json.js';
import { instancedShapes, instanceMatrices, mirrors } from './instanced-shapes.js';

/** Points of an instanced shape that are drawn one by one; more of them are drawn as their box. */
const mostPoints = 2_000_000;

/** The parts of shape `index` as they are drawn, instances and all; null when it can only be drawn as its box. */
export function decodeDrawn(
  json: Gltf,
  buffers: readonly Uint8Array[],
  index: number,
  texCoordOf?: TexCoordOf,
): DecodedPart[] | null {
  const instanced = instancedShapes(json).at(index);
  if (!instanced) return decodeShape(json, buffers, index, texCoordOf);
  const parts = decodeShape(json, buffers, instanced.mesh, texCoordOf);
  const points = (parts ?? []).reduce((sum, { positions }) => sum + positions.length / 3, 0);
  if (!parts || points * instanced.count > mostPoints) return null;
  const matrices = instanceMatrices(json, buffers, instanced);
  return matrices && parts.map((part) => repeat(part, matrices));
}

function repeat(part: DecodedPart, matrices: readonly Mat4[]): DecodedPart {
  const each = part.positions.length;
  const positions = new Float32Array(each * matrices.length);
  const normals = part.normals && new Float32Array(each * matrices.length);
  const indices = new Uint32Array(part.indices.length * matrices.length);
  matrices.forEach((matrix, k) => {
    const turned = normals && invertAffine(matrix);
    for (let i = 0; i < each; i += 3) {
      const { positions: p, normals: n } = part;
      positions.set(transformPoint(matrix, [p[i]!, p[i + 1]!, p[i + 2]!]), k * each + i);
      // Normals go by the inverse transpose; their length is made right where they are drawn.
      if (normals && turned && n)
        for (let c = 0; c < 3; c++)
          normals[k * each + i + c] =
            turned[c * 4]! * n[i]! + turned[c * 4 + 1]! * n[i + 1]! + turned[c * 4 + 2]! * n[i + 2]!;
    }
    const back = !part.lines && mirrors(matrix);
    for (let i = 0; i < part.indices.length; i++) {
      const from = back && i % 3 ? (i % 3 === 1 ? i + 1 : i - 1) : i;
      indices[k * part.indices.length + i] = part.indices[from]! + (k * each) / 3;
    }
  });
  // Every instance wears the picture in the same way.
  const uvs = part.uvs && new Float32Array(part.uvs.length * matrices.length);
  if (uvs && part.uvs) for (let k = 0; k < matrices.length; k++) uvs.set(part.uvs, k * part.uvs.length);
  return { ...part, positions, normals, uvs: uvs ?? null, indices };
}
