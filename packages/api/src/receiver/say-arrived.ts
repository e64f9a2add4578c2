/** How a package arrived, in counts. */
export interface ArrivedCounts {
  readonly objects: number;
  readonly arrived: number;
  /** Objects that did not arrive as they were sent. */
  readonly changed: number;
}
const format = new Intl.NumberFormat('en');

/** The same in words: "131 of 131 objects arrived, all as sent". */
export function sayArrived({ objects, arrived, changed }: ArrivedCounts): string {
  const as = changed ? `${format.format(changed)} not as sent` : 'all as sent';
  return `${format.format(arrived)} of ${format.format(objects)} objects arrived, ${as}`;
}
