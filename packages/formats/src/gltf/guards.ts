export type Fail = (place: string, detail: string) => never;

export function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
export function isIndex(value: unknown): value is number {
  return typeof value === 'number' && Number.isSafeInteger(value) && value >= 0;
}
/** What stands where something else should, in a few characters: it may be anything, an object with a `toString` of its own too. */
export function told(value: unknown): string {
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? 'nothing');
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}
