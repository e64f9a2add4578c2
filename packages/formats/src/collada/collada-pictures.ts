import type { XmlElement } from '@rgrove/parse-xml';
import { besideOf } from '../beside-of.js';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { pictureKind } from '../gltf/picture-kind.js';
import type { FindById } from './collada-shapes.js';
import { element, elements } from './xml-file.js';

/** The path of a picture from its file (ISO/PAS 17506, init_from: a URI); null: it lies where nobody here could look. */
export function picturePath(uri: string): string | null {
  try {
    return besideOf('', decodeURIComponent(uri.trim()).replaceAll('\\', '/'));
  } catch {
    return besideOf('', uri.trim());
  }
}
/** Where an image says that it lies: 1.4 in `init_from`, 1.5 in a `ref` within that. */
function fileOf(image: XmlElement | null): string | null {
  const from = element(image, 'init_from');
  const text = (element(from, 'ref') ?? from)?.text.trim();
  return text ? picturePath(text) : null;
}
/** Parameters of an effect, by their sids. */
function parameters(effect: XmlElement | null, profile: XmlElement | null): Map<string, XmlElement> {
  const found = new Map<string, XmlElement>();
  for (const of of [effect, profile, element(profile, 'technique')])
    for (const one of elements(of, 'newparam')) found.set(one.attributes['sid'] ?? '', one);
  return found;
}
/** The picture that a channel of an effect is (profile_COMMON: texture, sampler2D, surface, image); null: none that came along. */
export function pictureOf(
  effect: XmlElement | null,
  channel: XmlElement | null,
  { find, images, read }: { find: FindById; images: ReadonlyMap<string, XmlElement>; read: ResourceReader },
): Uint8Array | null {
  const texture = element(channel, 'texture')?.attributes['texture'];
  if (texture === undefined) return null;
  const known = parameters(effect, element(effect, 'profile_COMMON'));
  const sampler = element(known.get(texture), 'sampler2D');
  const surface = element(known.get(element(sampler, 'source')?.text.trim() ?? ''), 'surface');
  // 1.5 names the image in the sampler; some exporters name it right away.
  const id =
    element(surface, 'init_from')?.text.trim() ??
    element(sampler, 'instance_image')?.attributes['url']?.replace(/^#/, '') ??
    texture;
  const path = fileOf(images.get(id) ?? find(`#${id}`));
  return path === null ? null : read(path);
}
/** Whether an image came along, and is of a kind that can be drawn. */
export function drawnImage(image: XmlElement, read: ResourceReader): boolean {
  const path = fileOf(image);
  const bytes = path === null ? null : read(path);
  return bytes !== null && pictureKind(bytes) !== null;
}
/** All images of a file, by their ids. */
export function imagesOf(root: XmlElement): Map<string, XmlElement> {
  const found = new Map<string, XmlElement>();
  for (const library of elements(root, 'library_images'))
    for (const image of elements(library, 'image')) found.set(image.attributes['id'] ?? '', image);
  return found;
}
