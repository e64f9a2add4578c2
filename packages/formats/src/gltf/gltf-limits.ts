/** How much a file may hold. */
export interface GltfLimits {
  readonly objects: number;
  readonly depth: number;
}
/** The limits of docs/files.md. */
export const gltfLimits: GltfLimits = { objects: 1_000_000, depth: 100_000 };
