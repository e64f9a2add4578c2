import type { GltfSource } from './gltf-source.js';

/** One sentence about the images that did not come with a file, or ''. Few are named, all are counted. */
export function lackingImages({ lacking }: Pick<GltfSource, 'lacking'>): string {
  if (!lacking.length) return '';
  const named = lacking
    .slice(0, 3)
    .map(({ place, uri }) => `${place} "${uri.slice(0, 80)}"`)
    .join(', ');
  const more = lacking.length > 3 ? ` and ${lacking.length - 3} more` : '';
  const what = lacking.length === 1 ? 'One image' : `${lacking.length} images`;
  return `${what} did not come with the file and only texture: ${named}${more}.`;
}
