/** Throws with the place in the file. */
export type Fail = (place: string, detail: string) => never;

/** Whether a value is a JSON object. */
export function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
/** Whether a value can be an index. */
export function isIndex(value: unknown): value is number {
  return typeof value === 'number' && Number.isSafeInteger(value) && value >= 0;
}
/** What a list has at an index that may be anything; nothing for what is none. */
export function entryOf<T>(list: readonly T[] | undefined, index: unknown): T | undefined {
  return isIndex(index) ? list?.[index] : undefined;
}
/** What stands where something else should, in a few characters: it may be anything, an object with a `toString` of its own too. */
export function told(value: unknown): string {
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? 'nothing');
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}

/** Whether lists and objects lie within each other more levels than that; looked at level by level, however deep they are. */
export function isDeeperThan(levels: number, value: unknown): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; depth <= levels; depth++) {
    const next: unknown[] = [];
    for (const one of level)
      if (typeof one === 'object' && one !== null) for (const inner of Object.values(one)) next.push(inner);
    if (!next.length) return false;
    level = next;
  }
  return true;
}
/** Levels of an attribute: more is no value of anything, and no program downstream reads it. */
export const mostNested = 64;
