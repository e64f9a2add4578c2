import type { ColladaScene } from './read-collada.js';
import { elements } from './xml-file.js';

/** What of the file is not read, in a sentence; empty: nothing. */
export function saidOfCollada({ unread, nodes, isXUp }: ColladaScene): string {
  const again = nodes.reduce((sum, { element }) => sum + elements(element, 'instance_node').length, 0);
  return [
    ...(unread.size
      ? [`Carried, not read: ${[...unread].map(([what, count]) => `${count} of its ${what}`).join(', ')}`]
      : []),
    ...(again ? [`${again} of its nodes stand there again; they are carried, not drawn`] : []),
    ...(isXUp ? ['X is up in it; it is turned here'] : []),
  ].join('. ');
}
