import { readJson } from '@renquil/core/own-json';
import type { Edit } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { endpoints } from '@renquil/api';

/** What stands in the body of a change. */
export interface PostedChange {
  readonly id: string;
  readonly base: number;
  readonly label: string;
  readonly count: number;
  readonly edits: readonly Edit[];
}

/** A change out of the bytes it was posted as. @throws RenquilError request-invalid, naming the place */
export function readChange(body: Uint8Array): PostedChange {
  let value: unknown;
  try {
    value = readJson(Buffer.from(body.buffer, body.byteOffset, body.length).toString('utf8'));
  } catch {
    throw new RenquilError('request-invalid', { detail: 'the body is not JSON' });
  }
  const { error, value: checked } = endpoints.createChange.body.joi.validate(value, { abortEarly: true });
  if (error) throw new RenquilError('request-invalid', { detail: error.message });
  const { id, base, label, edits } = checked as Omit<PostedChange, 'count'>;
  return { id, base, label, edits, count: edits.length };
}
