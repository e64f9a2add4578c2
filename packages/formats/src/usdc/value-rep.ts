/** A value as a field holds it: its type, how it stands, and itself or where it stands (AOUSD Core Specification, 16.3, value representation). */
export interface ValueRep {
  readonly type: number;
  readonly isArray: boolean;
  readonly isInlined: boolean;
  readonly isPacked: boolean;
  readonly payload: number;
}
/** Takes a representation apart, given as the lower and the higher 32 of its 64 bits: the lowest 48 are the payload. */
export function repOf(low: number, high: number): ValueRep {
  return {
    type: (high >>> 16) & 255,
    isArray: (high & 0x8000_0000) !== 0,
    isInlined: (high & 0x4000_0000) !== 0,
    isPacked: (high & 0x2000_0000) !== 0,
    payload: (high & 0xffff) * 2 ** 32 + low,
  };
}
