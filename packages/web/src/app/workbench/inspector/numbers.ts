/** Metres to the millimetre, no minus before zero. */
export function metres(n: number): string {
  const text = n.toFixed(3);
  return `${text === '-0.000' ? '0.000' : text} m`;
}
