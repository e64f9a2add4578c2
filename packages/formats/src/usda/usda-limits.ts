/** How much a layer may hold. */
export interface UsdaLimits {
  /** Bytes of one layer. */
  readonly bytes: number;
  readonly prims: number;
  /** Prims in each other. */
  readonly depth: number;
  /** Brackets in each other within a value. */
  readonly nesting: number;
}
/** The limits of docs/files.md. */
export const usdaLimits: UsdaLimits = {
  bytes: 1_500_000_000,
  prims: 1_000_000,
  depth: 10_000,
  nesting: 1000,
};
