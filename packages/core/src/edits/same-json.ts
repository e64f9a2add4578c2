/** Deep equality of JSON-like values, whatever the order of their keys: what the database gives back may differ in it. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  const stack: [unknown, unknown][] = [[a, b]];
  while (stack.length) {
    const [x, y] = stack.pop()!;
    if (Object.is(x, y)) continue;
    if (!isObject(x) || !isObject(y) || Array.isArray(x) !== Array.isArray(y)) return false;
    const keys = Object.keys(x);
    if (keys.length !== Object.keys(y).length) return false;
    for (const key of keys) {
      if (!Object.hasOwn(y, key)) return false;
      stack.push([x[key], y[key]]);
    }
  }
  return true;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}
