import { Pipe, type PipeTransform } from '@angular/core';

/** Decimal units, as file managers and registries show them. */
export function bytes(n: number): string {
  if (n < 1000) return `${n} B`;
  for (const unit of ['kB', 'MB', 'GB']) {
    n /= 1000;
    if (n < 999.5 || unit === 'GB') return `${n < 10 ? n.toFixed(1) : Math.round(n)} ${unit}`;
  }
  return '';
}

/** A size in words. */
@Pipe({ name: 'bytes' })
export class BytesPipe implements PipeTransform {
  transform = bytes;
}
