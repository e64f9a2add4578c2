import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { MaterialImage } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { firstWornBy, wearersOf } from '../../scene/wearers.js';
import { defineCheck } from '../check.js';

/** An image of a material that is not there, cannot be read, or has sides that are no powers of two. */
export const texture = defineCheck({
  id: 'texture',
  family: 'content',
  title: 'Textures missing or of odd sizes',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['insert', 'remove', 'set materials'],
  source:
    'glTF 2.0, section 3.8.4.5 (images whose sides are no powers of two may be resized); common practice',
  otherwise: 'Whoever receives it sees a plain colour, or a blurred texture.',
  parameters: {
    sizes: {
      type: 'choice',
      shipped: 'powers of two',
      of: ['powers of two', 'any'],
      text: 'Sides that images may have.',
    },
    most: {
      type: 'number',
      shipped: 16384,
      least: 1,
      most: 1e6,
      unit: 'pixels',
      whole: true,
      text: 'Pixels that a side may have.',
    },
  },
  messages: {
    missing: {
      short: '{{image}} is missing',
      because: 'The material "{{material}}" has the image "{{image}}", which did not come with the file.',
    },
    unreadable: {
      short: '{{image}} is no image',
      because:
        'The material "{{material}}" has "{{image}}", whose size cannot be read: it is of no kind known, or broken.',
    },
    odd: {
      short: '{{image}} is {{size}}',
      because:
        'The image "{{image}}" of the material "{{material}}" is {{size}} pixels; its sides are no powers of two.',
    },
    large: {
      short: '{{image}} is {{size}}',
      because:
        'The image "{{image}}" of the material "{{material}}" is {{size}} pixels; a side may have {{most}}.',
    },
  },
  *candidates({ scene }) {
    const { firstOfMaterial } = wearersOf(scene);
    for (const at of imagesIn(scene).keys()) if (firstOfMaterial[at]) yield firstOfMaterial[at];
  },
  evaluate({ id, materials }, { scene, parameters }) {
    const all = materials.length ? imagesIn(scene) : none;
    if (!all.size) return null;
    const most = Number(parameters['most']);
    for (const at of firstWornBy(scene, id))
      for (const image of all.get(at) ?? []) {
        const message = wrongOf(image, parameters['sizes'] === 'any', most);
        if (!message) continue;
        const size = `${image.width} x ${image.height}`;
        const material = scene.materials[at]!.name || `material ${at}`;
        return { message, data: { image: image.name, material, size, most } };
      }
    return null;
  },
});
const none: ReadonlyMap<number, readonly MaterialImage[]> = new Map();
const isPower = (n: number): boolean => n > 0 && Number.isInteger(Math.log2(n));

function wrongOf(
  { missing, unreadable, width, height }: MaterialImage,
  anySize: boolean,
  most: number,
): 'missing' | 'unreadable' | 'odd' | 'large' | null {
  if (missing) return 'missing';
  if (unreadable) return 'unreadable';
  if (width === undefined || height === undefined) return null;
  if (Math.max(width, height) > most) return 'large';
  return anySize || (isPower(width) && isPower(height)) ? null : 'odd';
}

/** By material: its images, each told at the first material that is worn and has it. */
const imagesIn = memoizeByVersion(
  (scene) => scene.wearVersion,
  (scene: Scene): ReadonlyMap<number, readonly MaterialImage[]> => {
    const { materials: worn } = wearersOf(scene);
    const told = new Set<number>();
    const all = new Map<number, readonly MaterialImage[]>();
    for (const [at, { images = [] }] of scene.materials.entries()) {
      if (!worn[at]) continue;
      const own = images.filter((image) => !told.has(image.index));
      for (const image of own) told.add(image.index);
      if (own.length) all.set(at, own);
    }
    return all;
  },
);
