import type { ResourceReader } from './gltf/gltf-source.js';

/** What lies beside a file, each read once: several may name the same, and then mean the very same bytes. */
export function remembered(read: ResourceReader): ResourceReader {
  const known = new Map<string, Uint8Array | null>();
  return (path) => {
    let bytes = known.get(path);
    if (bytes === undefined) known.set(path, (bytes = read(path)));
    return bytes;
  };
}
