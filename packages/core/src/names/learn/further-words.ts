/** Slots for words after the first that no list explains: `index-finger-phalanx-distal` has three. */
export const furtherSlots = ['part', 'detail', 'more'] as const;
export type FurtherSlot = (typeof furtherSlots)[number];
/** The words of a name that no list explains, in their order. */
export const freeSlots = ['what', ...furtherSlots] as const;

/** Share of the names that must have several such words; fewer are names gone wrong. */
const usual = 0.3;

/** Whether several words to what a thing is are the custom here; names laid out with all of them in one slot. */
export function hasFurther(laid: readonly (readonly { readonly slot: string }[])[]): boolean {
  const several = laid.filter((parts) => parts.filter(({ slot }) => slot === 'what').length > 1).length;
  return several >= Math.max(3, laid.length * usual);
}
