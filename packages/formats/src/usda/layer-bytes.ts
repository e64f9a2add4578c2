import { crateText, isCrate } from '../usdc/crate-text.js';

/**
 * A layer as text, whichever way it came.
 * @throws RenquilError usdc-invalid for a binary one that cannot be read
 */
export function asText(bytes: Uint8Array, file: string): Uint8Array {
  return isCrate(bytes) ? crateText(bytes, file) : bytes;
}
