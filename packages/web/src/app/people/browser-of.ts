/** What somebody may know a browser by, out of what it calls itself: kind and system. */
export function browserOf(agent: string): string {
  const kinds = [
    ['Edg/', 'Edge'],
    ['OPR/', 'Opera'],
    ['Firefox/', 'Firefox'],
    ['Chrome/', 'Chrome'],
    ['Safari/', 'Safari'],
  ] as const;
  const systems = [
    ['Android', 'Android'],
    ['iPhone', 'iPhone'],
    ['iPad', 'iPad'],
    ['Windows', 'Windows'],
    ['Mac OS', 'macOS'],
    ['Linux', 'Linux'],
  ] as const;
  const kind = kinds.find(([mark]) => agent.includes(mark))?.[1];
  const system = systems.find(([mark]) => agent.includes(mark))?.[1];
  if (!kind) return agent.slice(0, 40) || 'a program that says nothing of itself';
  return system ? `${kind} on ${system}` : kind;
}
