import type { Doubt, ProposalCounts, Reason, TakenNames } from '@renquil/core/names/propose';
import type { Clash } from '@renquil/core/names/recipe';
import type { ObjectId } from '@renquil/core/scene';
import { NamesById, packNames, placesOf, type PackedNames } from './packed-names';

/** What taking proposals would do, as flat pieces that go from a worker to the page at once. */
export interface PackedTaken {
  readonly names: PackedNames;
  readonly clashes: readonly Clash[];
  readonly counts: ProposalCounts;
  readonly reasons: readonly (readonly [Reason, number])[];
  readonly openSlots: TakenNames['openSlots'];
  /** Objects of which a name is not taken, and for each what is said, by its place in the table. */
  readonly unsure: Int32Array<ArrayBuffer>;
  readonly said: Uint32Array<ArrayBuffer>;
  readonly table: readonly Doubt[];
}
/** The same as the page reads it. */
export interface ShownTaken extends Pick<PackedTaken, 'clashes' | 'counts' | 'reasons' | 'openSlots'> {
  readonly names: ReadonlyMap<ObjectId, string>;
  readonly unsure: { get(id: ObjectId): Doubt | undefined };
}

/** What taking would do, in arrays, for another thread. */
export function packTaken({ names, clashes, counts, reasons, openSlots, unsure }: TakenNames): PackedTaken {
  const places = new Map<Doubt, number>();
  const said = Uint32Array.from(unsure.values(), (doubt) => {
    if (!places.has(doubt)) places.set(doubt, places.size);
    return places.get(doubt)!;
  });
  return {
    names: packNames(names),
    clashes,
    counts,
    reasons,
    openSlots,
    unsure: Int32Array.from(unsure.keys()),
    said,
    table: [...places.keys()],
  };
}
/** What of it is handed over without a copy. */
export function takenBuffers({ names, unsure, said }: PackedTaken): ArrayBuffer[] {
  return [names.ids, names.ends, unsure, said].map(({ buffer }) => buffer);
}
/** The same, to be asked by object; nothing is unpacked before it is. */
export function showTaken({ names, unsure, said, table, ...rest }: PackedTaken): ShownTaken {
  const places = placesOf(unsure);
  const get = (id: ObjectId): Doubt | undefined => {
    const at = places[id];
    return at ? table[said[at - 1]!] : undefined;
  };
  const { clashes, counts, reasons, openSlots } = rest;
  return { names: new NamesById(names), clashes, counts, reasons, openSlots, unsure: { get } };
}
