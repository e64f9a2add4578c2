import { Pipe, type PipeTransform } from '@angular/core';

const format = new Intl.NumberFormat('en');

/** Thousands separators, and the noun in singular or plural when one is given: `3 | count: 'name'` is "3 names". */
export function count(n: number, noun?: string, plural = `${noun}s`): string {
  return noun ? `${format.format(n)} ${n === 1 ? noun : plural}` : format.format(n);
}

/** A number with its noun. */
@Pipe({ name: 'count' })
export class CountPipe implements PipeTransform {
  transform = count;
}
