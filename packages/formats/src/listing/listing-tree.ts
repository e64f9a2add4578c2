import { RenquilError } from '@renquil/core/errors';
import { listingLimits, type Listing } from './listing.js';

/** The tree of a listing: indexes into its objects, children in the order of the listing, parents before children. */
export interface ListingTree {
  readonly roots: readonly number[];
  readonly children: readonly (readonly number[])[];
  readonly parents: Int32Array;
  readonly order: Int32Array;
}

const none: readonly number[] = Object.freeze([]);
/** @throws RenquilError listing-invalid for an id that two have, a parent that is not there, a ring, or too many levels */
export function listingTree({ file, isLines, objects }: Listing): ListingTree {
  const fail = (at: number, member: string, detail: string): never => {
    const place = isLines ? `object ${at + 1}, ${member}` : `objects[${at}].${member}`;
    throw new RenquilError('listing-invalid', { file, place, detail });
  };
  const byId = new Map<string | number, number>();
  objects.forEach(({ id }, at) => {
    const other = byId.get(id);
    if (other !== undefined) fail(at, 'id', `${JSON.stringify(id)} is the id of object ${other + 1} too`);
    byId.set(id, at);
  });
  const parents = new Int32Array(objects.length).fill(-1);
  const children: (readonly number[])[] = objects.map(() => none);
  const roots: number[] = [];
  objects.forEach(({ parent }, at) => {
    if (parent === null) return void roots.push(at);
    const above = byId.get(parent);
    if (above === undefined)
      return fail(at, 'parent', `there is no object with the id ${JSON.stringify(parent)}`);
    parents[at] = above;
    if (children[above] === none) children[above] = [at];
    else (children[above] as number[]).push(at);
  });
  const order = new Int32Array(objects.length);
  const depths = new Int32Array(objects.length);
  let count = 0;
  for (const root of roots) order[count++] = root;
  for (let i = 0; i < count; i++) {
    const at = order[i]!;
    if (depths[at]! > listingLimits.depth)
      fail(at, 'parent', `this is more than ${listingLimits.depth} levels deep`);
    for (const child of children[at]!) {
      depths[child] = depths[at]! + 1;
      order[count++] = child;
    }
  }
  if (count < objects.length) {
    const reached = new Uint8Array(objects.length);
    for (let i = 0; i < count; i++) reached[order[i]!] = 1;
    fail(reached.indexOf(0), 'parent', 'it hangs below itself');
  }
  return { roots, children, parents, order };
}
