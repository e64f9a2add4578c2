/** A key and its value as the query language reads them. */
export function filterOf(key: string, value: string): string {
  return /[\s()"*?[]/.test(value) || value === '' ? `${key}:"${value}"` : `${key}:${value}`;
}
