import { RenquilError } from '@renquil/core/errors';
import { isGlb } from './gltf/glb.js';

/** The files that can be brought in. */
export type FileKind = 'glb' | 'gltf' | 'usda';

/** What a file is, by its first bytes first and its name second: a wrong ending is no reason to refuse a good file. */
export function fileKindOf(bytes: Uint8Array, file: string): FileKind {
  if (bytes.length === 0) throw new RenquilError('file-empty', { file });
  if (isGlb(bytes)) return 'glb';
  const start = new TextDecoder().decode(bytes.subarray(0, 4096));
  if (start.startsWith('#usda ')) return 'usda';
  // The text of a layer is what is read; its other two forms are for programs only.
  if (start.startsWith('PXR-USDC') || (start.startsWith('PK') && /\.usdz$/i.test(file)))
    throw new RenquilError('usd-packed', { file });
  if (/\.usda$/i.test(file))
    throw new RenquilError('usda-invalid', {
      ...{ file, line: 1, column: 1 },
      detail: 'the first line is not "#usda 1.0"',
    });
  if (/\.gltf$/i.test(file)) return 'gltf';
  if (/\.glb$/i.test(file)) {
    throw new RenquilError('gltf-invalid', {
      file,
      place: 'byte 0',
      detail: 'this is not a GLB file (its first bytes are not "glTF")',
    });
  }
  if (/^\s*\{/.test(start) && start.includes('"asset"')) return 'gltf';
  throw new RenquilError('file-kind-unknown', { file });
}
