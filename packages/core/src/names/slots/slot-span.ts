/** What stands in a slot of a name, and where (UTF-16 units). */
export interface SlotSpan {
  readonly slot: string;
  readonly text: string;
  readonly start: number;
  readonly end: number;
}
