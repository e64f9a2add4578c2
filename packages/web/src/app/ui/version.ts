import { Pipe, type PipeTransform } from '@angular/core';

/** `v003`: how a version is called. */
export function saidVersion(version: number): string {
  return `v${String(version).padStart(3, '0')}`;
}

/** The same in a template. */
@Pipe({ name: 'version' })
export class VersionPipe implements PipeTransform {
  transform(version: number): string {
    return saidVersion(version);
  }
}
