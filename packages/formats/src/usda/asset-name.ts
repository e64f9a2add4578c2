import { textOf, type Span } from './usda-scanner.js';

/** The name of a file between its signs; what follows a colon says how it is to be read, and is no part of it. */
export function assetName(bytes: Uint8Array, { start, end }: Span): string {
  const text = textOf(bytes, start, end);
  const inner = text.startsWith('@@@') ? text.slice(3, -3).replaceAll('\\@@@', '@@@') : text.slice(1, -1);
  return inner.replace(/:SDF_FORMAT_ARGS:.*$/s, '');
}
