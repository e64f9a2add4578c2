import { Pipe, type PipeTransform } from '@angular/core';

/** The slots that have a colour of their own in styles.css. */
const coloured: ReadonlySet<string> = new Set(['side', 'place', 'what', 'number', 'surface', 'type']);

/**
 * The colour of what stands in a slot. A slot of the studio's own has that of plain words, whatever it is called: a slot
 * named `sheet` is not written in the colour of the paper.
 */
export function slotColour(slot: string, otherwise = 'ink'): string {
  return `var(--${coloured.has(slot) ? slot : otherwise})`;
}
/** The same as a tint to stand behind words, on paper. */
export function slotTint(slot: string): string {
  return `color-mix(in srgb, ${slotColour(slot)} 12%, var(--sheet))`;
}

/** See slotColour. */
@Pipe({ name: 'slotColour' })
export class SlotColourPipe implements PipeTransform {
  transform = slotColour;
}
/** See slotTint. */
@Pipe({ name: 'slotTint' })
export class SlotTintPipe implements PipeTransform {
  transform = slotTint;
}
