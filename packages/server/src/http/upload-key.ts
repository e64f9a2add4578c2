import { RenquilError } from '@renquil/core/errors';
import type { UploadKey } from '../db/uploads.js';

/** Whose upload a request is about. @throws RenquilError request-invalid when its id is no UUID (RFC 9562) */
export function uploadKey(input: {
  readonly params: { readonly upload: string };
  readonly project: { readonly id: number };
  readonly account: { readonly id: number };
}): UploadKey {
  const { upload: id } = input.params;
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id))
    throw new RenquilError('request-invalid', { detail: 'an upload goes by a UUID' });
  return { project: input.project.id, account: input.account.id, id: id.toLowerCase() };
}
