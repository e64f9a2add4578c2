import type { ColladaScene } from './read-collada.js';

/** What of the file is not read, in a sentence; empty: nothing. */
export function saidOfCollada({ unread, isXUp }: ColladaScene): string {
  return [
    ...(unread.size
      ? [`Carried, not read: ${[...unread].map(([what, count]) => `${count} of its ${what}`).join(', ')}`]
      : []),
    ...(isXUp ? ['X is up in it; it is turned here'] : []),
  ].join('. ');
}
