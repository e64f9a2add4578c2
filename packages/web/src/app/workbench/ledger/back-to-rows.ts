/**
 * Gives the keys from a field in a row back to the rows, at once: the next key may come before the field is gone, and one
 * that still went into it would be lost. Nothing happens when somebody has gone elsewhere already.
 */
export function backToRows(field: HTMLElement): void {
  if (document.activeElement === field)
    field.closest<HTMLElement>('[role=treegrid]')?.focus({ preventScroll: true });
}
