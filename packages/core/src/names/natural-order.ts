const collator = new Intl.Collator('en', { numeric: true });

/** Natural order: runs of digits compare by their value (ECMA-402 numeric collation). */
export function naturalCompare(a: string, b: string): number {
  return collator.compare(a, b) || (a < b ? -1 : a > b ? 1 : 0);
}
