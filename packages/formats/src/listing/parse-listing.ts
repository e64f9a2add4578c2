import { RenquilError } from '@renquil/core/errors';
import { readJson } from '@renquil/core/own-json';
import { isObject } from '../gltf/guards.js';
import { listedObject } from './listed-object.js';
import { listingLimits, type ListedObject, type Listing, type ListingHead } from './listing.js';

/** Whether a file begins as a listing does: a JSON object that says so within its first members. */
export function isListing(start: string): boolean {
  return /^\ufeff?\s*\{[^]*"renquil"\s*:\s*"listing\//.test(start);
}

/**
 * A listing from its bytes: one JSON text (RFC 8259), or the head and then an object a line.
 * @throws RenquilError listing-invalid with the member or the line
 */
export function parseListing(bytes: Uint8Array, file: string): Listing {
  const fail = (place: string, detail: string): never => {
    throw new RenquilError('listing-invalid', { file, place, detail });
  };
  const end = bytes.indexOf(10);
  // A head is short: a whole listing on one line is not read twice.
  const first = end < 0 || end > longestLine ? null : tryJson(textOf(bytes.subarray(0, end)));
  const isLines = isObject(first) && isObject(first['objects']) === false && !('objects' in first);
  if (isLines) return lines(bytes, file, fail);
  if (bytes.length > listingLimits.json)
    throw new RenquilError('file-too-large', {
      file,
      limit: `${listingLimits.json / 1e6} MB for a listing in one text; an object a line (.jsonl) may be larger`,
    });
  const text = textOf(bytes);
  let whole: unknown;
  try {
    whole = readJson(text);
  } catch (error) {
    return fail(placeIn(text, error as Error), 'this is not JSON');
  }
  if (!isObject(whole)) return fail('the file', 'this is not a JSON object');
  const head = headOf(whole, (place, detail) => fail(place, detail));
  const { objects } = whole;
  if (!Array.isArray(objects)) return fail('objects', 'this is not a list');
  if (objects.length > listingLimits.objects)
    return fail('objects', `these are more than ${listingLimits.objects}`);
  return {
    ...{ file, head, isLines },
    objects: objects.map((value, i) =>
      listedObject(value, (member, detail) => fail(`objects[${i}]${member}`, detail)),
    ),
  };
}

function lines(bytes: Uint8Array, file: string, fail: (place: string, detail: string) => never): Listing {
  if (bytes.length > listingLimits.lines)
    throw new RenquilError('file-too-large', { file, limit: `${listingLimits.lines / 1e6} MB` });
  const objects: ListedObject[] = [];
  let head: ListingHead | null = null;
  let number = 0;
  for (let at = 0; at < bytes.length;) {
    const found = bytes.indexOf(10, at);
    const end = found < 0 ? bytes.length : found;
    if (end - at > longestLine)
      return fail(`line ${number + 1}`, `it is longer than ${longestLine / 1e6} MB`);
    const text = textOf(bytes.subarray(at, end)).trim();
    at = end + 1;
    number++;
    if (!text) continue;
    const value = tryJson(text);
    if (value === undefined) return fail(`line ${number}`, 'this is not JSON');
    if (!head) {
      if (!isObject(value)) return fail(`line ${number}`, 'this is not a JSON object');
      head = headOf(value, (member, detail) => fail(`line ${number}, ${member}`, detail));
      continue;
    }
    if (objects.length === listingLimits.objects)
      return fail(`line ${number}`, `there are more than ${listingLimits.objects} objects`);
    objects.push(
      listedObject(value, (member, detail) =>
        fail(`line ${number}${member && `, ${member.slice(1)}`}`, detail),
      ),
    );
  }
  return { file, head: head!, isLines: true, objects };
}

function headOf(value: Record<string, unknown>, fail: (place: string, detail: string) => never): ListingHead {
  const { renquil, metersPerUnit, up } = value;
  if (renquil !== 'listing/1') return fail('renquil', 'this is not "listing/1"');
  if (
    metersPerUnit !== undefined &&
    !(typeof metersPerUnit === 'number' && metersPerUnit > 0 && metersPerUnit < 1e9)
  )
    return fail('metersPerUnit', 'this is not a number above 0');
  if (up !== undefined && up !== 'Y' && up !== 'Z') return fail('up', 'this is neither "Y" nor "Z"');
  const { objects: _objects, ...head } = value;
  return head as unknown as ListingHead;
}

/** Bytes of one line of a .jsonl. */
const longestLine = 1_000_000;
const decoder = new TextDecoder();
const textOf = (bytes: Uint8Array): string => decoder.decode(bytes);
function tryJson(text: string): unknown {
  try {
    return readJson(text);
  } catch {
    return undefined;
  }
}
/** Line and column of what the engine says is wrong. */
function placeIn(text: string, { message }: Error): string {
  const at = Number(/position (\d+)/.exec(message)?.[1] ?? text.length);
  const before = text.slice(0, at);
  const line = before.split('\n').length;
  return `line ${line}, column ${at - before.lastIndexOf('\n')}`;
}
