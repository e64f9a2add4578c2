import type { AbstractControl, ValidationErrors, ValidatorFn } from '@angular/forms';

/** Text with something in it besides spaces. */
export const filledIn: ValidatorFn = ({ value }: AbstractControl<string>): ValidationErrors | null =>
  value.trim() ? null : { filledIn: true };

/** Of a group: two of its controls hold the same. */
export function same(one: string, other: string): ValidatorFn {
  return (group) => (group.get(one)?.value === group.get(other)?.value ? null : { same: true });
}
