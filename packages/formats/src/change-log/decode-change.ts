import { readJson } from '@renquil/core/own-json';
import type { Edit } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { editsSchema } from '../schemas/edits.js';

/** The form in which the edits of a change are written today. A new form gets the next number and a step in `upgrades`. */
export const changeFormat = 1;

/** From one form to the next: `upgrades[n]` turns what was written in form n into form n + 1. */
const upgrades: Readonly<Record<number, (edits: unknown) => unknown>> = {};

/**
 * The edits of one logged change, whatever form it was written in: upgraded step by step, then held to today's schema.
 * @param text what stands in the log: a JSON list
 * @param format the form it was written in
 * @throws RenquilError log-invalid when the form is not known or the edits are none
 */
export function decodeChange(text: string, format: number): Edit[] {
  const refuse = (detail: string): RenquilError => new RenquilError('log-invalid', { detail });
  if (!Number.isInteger(format) || format < 1 || format > changeFormat)
    throw refuse(`it was written in form ${format}, and this program knows up to ${changeFormat}`);
  let edits: unknown;
  try {
    edits = readJson(text);
  } catch {
    throw refuse('it is not JSON');
  }
  for (let at = format; at < changeFormat; at++) edits = upgrades[at]!(edits);
  const { error } = editsSchema.validate(edits, { convert: false });
  if (error) throw refuse(error.message);
  return edits as Edit[];
}
