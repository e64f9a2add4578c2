import { RenquilError } from '@renquil/core/errors';
import { isListing } from './listing/parse-listing.js';
import { isZae } from './collada/zae.js';
import { isGlb } from './gltf/glb.js';
import { isCrate } from './usdc/crate-text.js';

/** The files that can be brought in. */
export type FileKind = 'glb' | 'gltf' | 'usda' | 'usdz' | 'obj' | 'collada' | 'bvh' | 'listing';

/** What a file is, by its first bytes first and its name second: a wrong ending is no reason to refuse a good file. */
export function fileKindOf(bytes: Uint8Array, file: string): FileKind {
  if (bytes.length === 0) throw new RenquilError('file-empty', { file });
  if (isGlb(bytes)) return 'glb';
  const start = new TextDecoder().decode(bytes.subarray(0, 4096));
  if (start.startsWith('#usda ') || isCrate(bytes)) return 'usda';
  if (start.startsWith('PK') && /\.usdz$/i.test(file)) return 'usdz';
  if (isZae(bytes, file)) return 'collada';
  if (/\.usdc$/i.test(file))
    throw new RenquilError('usdc-invalid', {
      ...{ file, place: 'byte 0' },
      detail: 'its first bytes are not "PXR-USDC"',
    });
  if (/\.usda$/i.test(file))
    throw new RenquilError('usda-invalid', {
      ...{ file, line: 1, column: 1 },
      detail: 'the first line is not "#usda 1.0"',
    });
  if (isListing(start)) return 'listing';
  if (/\.gltf$/i.test(file)) return 'gltf';
  if (/\.glb$/i.test(file)) {
    throw new RenquilError('gltf-invalid', {
      file,
      place: 'byte 0',
      detail: 'this is not a GLB file (its first bytes are not "glTF")',
    });
  }
  if (/^\s*\{/.test(start) && start.includes('"asset"')) return 'gltf';
  if (/\.(json|jsonl)$/i.test(file))
    throw new RenquilError('listing-invalid', {
      ...{ file, place: 'renquil' },
      detail: 'this is no scene listing: its first member is not "renquil": "listing/1"',
    });
  if (/\.dae$/i.test(file) || looksLikeCollada(bytes)) return 'collada';
  if (/\.bvh$/i.test(file) || /^\ufeff?\s*HIERARCHY\s+ROOT\s/i.test(start)) return 'bvh';
  if (/\.obj$/i.test(file) || looksLikeObj(start)) return 'obj';
  throw new RenquilError('file-kind-unknown', { file });
}

/** The first tag of it, in whichever encoding. */
function looksLikeCollada(bytes: Uint8Array): boolean {
  const start = new TextDecoder('latin1')
    .decode(bytes.subarray(0, 8192))
    .replaceAll('\0', '')
    // Before anything else: within a pattern that repeats, remarks could be taken together in every way there is.
    .replace(/<!--[^]*?-->/g, '');
  return /^[^<]{0,4}(?:<[?!][^>]*>|\s)*<COLLADA[\s>]/.test(start);
}
/** Lines of an OBJ file alone: one point at least, and nothing that the format has no word for. */
function looksLikeObj(start: string): boolean {
  const lines = start.split(/[\r\n]+/).slice(0, -1);
  const word = /^\s*($|#|(v|vt|vn|vp|o|g|s|f|l|p|usemtl|mtllib)(\s|$))/;
  return (
    lines.length > 0 && lines.every((line) => word.test(line)) && lines.some((line) => /^\s*v\s/.test(line))
  );
}
