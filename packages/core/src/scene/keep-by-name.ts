/** Records stand by their names, so that taking a deletion back leaves them in the same order. */
export function keepByName<T>(map: Map<string, T>, name: string, value: T | null): void {
  if (value === null) {
    map.delete(name);
    return;
  }
  const isNew = !map.has(name);
  map.set(name, value);
  if (!isNew) return;
  // Mostly they come in their order: then nothing has to move.
  const last = greatest.get(map);
  if (last !== undefined && map.has(last) && last < name) {
    greatest.set(map, name);
    return;
  }
  const after: [string, T][] = [];
  for (const one of map) if (one[0] > name) after.push(one);
  for (const [key, held] of after) {
    map.delete(key);
    map.set(key, held);
  }
  greatest.set(map, after.at(-1)?.[0] ?? name);
}
/** The name that stands last. */
const greatest = new WeakMap<Map<string, unknown>, string>();
