/** Of the two quaternions for one turn, that nearer to the last of those before: glTF goes the short way between keys (section 3.11). */
export function nearestTurn(turn: readonly number[], before: readonly number[]): number[] {
  const last = before.slice(-4);
  const dot = turn.reduce((sum, n, i) => sum + n * (last[i] ?? 0), 0);
  return dot < 0 ? turn.map((n) => -n) : [...turn];
}
