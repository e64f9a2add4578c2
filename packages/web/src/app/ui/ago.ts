import { Pipe, type PipeTransform } from '@angular/core';

/** How long ago, in short words. */
export function ago(at: string | Date, now = Date.now()): string {
  const minutes = Math.floor((now - new Date(at).getTime()) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  const hours = Math.floor(minutes / 60);
  if (hours < 24) return `${hours} h ago`;
  const days = Math.floor(hours / 24);
  return days === 1 ? 'yesterday' : `${days} days ago`;
}

/** How long ago, in words. */
@Pipe({ name: 'ago' })
export class AgoPipe implements PipeTransform {
  transform(at: string | Date): string {
    return ago(at);
  }
}
