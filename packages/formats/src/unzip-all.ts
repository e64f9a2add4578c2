import { RenquilError } from '@renquil/core/errors';
import { unzipSync } from 'fflate';

/**
 * All files of a package, by their paths in it.
 * @param most bytes that may come out
 * @param invalid makes what is thrown where it is no .zip
 * @throws RenquilError file-too-large
 */
export function unzipAll(
  bytes: Uint8Array,
  file: string,
  most: number,
  invalid: (detail: string) => RenquilError,
): Record<string, Uint8Array> {
  let total = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, { filter: ({ originalSize }) => (total += originalSize) <= most });
  } catch {
    throw invalid('this package cannot be opened as a .zip');
  }
  if (total > most) throw new RenquilError('file-too-large', { file, limit: `${most / 1e6} MB` });
  return files;
}
