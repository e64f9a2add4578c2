import type { Json } from '@renquil/core/scene';

/** One object of a listing. All but `id`, `name` and `parent` may be left out. Numbers are in the units of the listing. */
export interface ListedObject {
  /** Of the program that wrote it: a text or a number that only this object has. */
  readonly id: string | number;
  readonly name: string;
  /** The id of what it hangs under; null: nothing. */
  readonly parent: string | number | null;
  /** One of `kinds`, or a word of the program that wrote it. */
  readonly kind?: string;
  /** Local, as in glTF (section 3.5.3): 3 numbers, a unit quaternion x y z w, 3 numbers. */
  readonly translation?: readonly number[];
  readonly rotation?: readonly number[];
  readonly scale?: readonly number[];
  /** Local, 16 numbers: the translation is the 13th to 15th. */
  readonly matrix?: readonly number[];
  /** The same in the world, in place of a local transform. */
  readonly world?: readonly number[];
  /** What its own shape fills, in its own space, without what is below it. */
  readonly bounds?: { readonly min: readonly number[]; readonly max: readonly number[] };
  readonly faces?: number;
  readonly vertices?: number;
  readonly materials?: readonly string[];
  readonly layer?: string;
  /** Whether it is shown. */
  readonly visible?: boolean;
  readonly attributes?: Readonly<Record<string, Json>>;
  /** What only Renquil knows: other switches, mark, rest. */
  readonly renquil?: Readonly<Record<string, Json>>;
}

/** What stands before the objects. */
export interface ListingHead {
  readonly renquil: 'listing/1';
  /** Metres for one unit; 1 where it is left out. */
  readonly metersPerUnit?: number;
  /** What is up; Y where it is left out. */
  readonly up?: 'Y' | 'Z';
}

/** A listing as it was read. */
export interface Listing {
  readonly file: string;
  readonly head: ListingHead;
  /** Object after object; a line each, the head first. */
  readonly isLines: boolean;
  readonly objects: readonly ListedObject[];
}

/** How much a listing may hold: the limits of docs/listing.md. */
export const listingLimits = {
  /** Bytes of a .json, which is one text (the longest that the engine holds), and of a .jsonl. */
  json: 500_000_000,
  lines: 1_500_000_000,
  objects: 1_000_000,
  depth: 100_000,
  /** Materials of one object. */
  materials: 1000,
} as const;
