import { mostObjectId, Scene, type ObjectId } from '@renquil/core/scene';
import { RenquilError } from '@renquil/core/errors';
import { sameJson } from '@renquil/core/edits';
import type { ListedObject, Listing } from './listing.js';
import type { ChangeList } from '../changes/change-list.js';
import { changesBetween } from '../changes/changes-between.js';
import { sceneOf } from '../gltf/read-gltf.js';
import { parseListing } from './parse-listing.js';
import { listingGltf, unitsOfListing } from './read-listing.js';

/** A listing as a file. */
interface ListingFile {
  readonly bytes: Uint8Array;
  readonly file: string;
}

/**
 * How one listing becomes another. Objects are those of one id; what only the second has is created.
 * @throws RenquilError listing-invalid, with its place
 */
export function changesOfListings(before: ListingFile, after: ListingFile): ChangeList {
  const [from, to] = [parseListing(before.bytes, before.file), parseListing(after.bytes, after.file)];
  const numbers = new Map(from.objects.map(({ id }, i) => [id, i + 1]));
  let next = from.objects.length;
  const asked = to.objects.map(({ id }) => numbers.get(id) ?? ++next);
  if (next > mostObjectId)
    throw new RenquilError('file-too-large', { file: after.file, limit: `${mostObjectId} objects` });
  const read = (listing: Listing): Scene => sceneOf(listingGltf(listing, 'listing.glb').json);
  const [was, is] = [read(from), read(to)];
  const list = changesBetween(
    was,
    renumbered(is, (id) => asked[id - 1]!),
    { areApart: true, units: unitsOfListing(from), sourceOf: (id) => from.objects[id - 1]?.id },
  );
  const shape = ({ bounds, faces, vertices, materials }: ListedObject): unknown => [
    ...[bounds ?? null, faces ?? null, vertices ?? null, materials ?? null],
  ];
  const shapes = to.objects.filter((object) => {
    const at = numbers.get(object.id);
    return at !== undefined && !sameJson(shape(object), shape(from.objects[at - 1]!));
  }).length;
  return shapes ? { ...list, left: { ...list.left, shapes } } : list;
}

/** The same scene with other numbers for its objects. Shapes and materials are counted as its own. */
function renumbered(scene: Scene, number: (id: ObjectId) => ObjectId): Scene {
  const out = new Scene(scene.shapes, scene.materials);
  for (const { parent, children: _children, ...data } of scene.walk())
    out.append({ ...data, id: number(data.id) }, parent === null ? null : number(parent));
  return out;
}
