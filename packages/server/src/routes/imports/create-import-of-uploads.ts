import { randomUUID } from 'node:crypto';
import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { releaseHolds } from '../../db/files.js';
import { findJobByRequest } from '../../db/jobs.js';
import { checkWhole, finishUpload } from '../../db/uploads.js';
import { defineRoute } from '../../http/route.js';
import { beginImport, checkPath } from './create-import.js';
import { uploadKey } from '../../http/upload-key.js';

export const createImportOfUploads = defineRoute(endpoints.createImportOfUploads, {
  async handle({ project, account, body }, services) {
    const { database, uploadLimit } = services;
    // Asked again, its uploads are files already.
    const known = body.id === undefined ? null : await findJobByRequest(database, account.id, body.id);
    if (known) return { json: { job: known.id } };
    const total = body.files.reduce((sum, { bytes }) => sum + bytes, 0);
    if (total > uploadLimit)
      throw new RenquilError('file-too-large', {
        file: body.files[0]!.path,
        limit: `${Math.round(uploadLimit / 1e6)} MB`,
      });
    // All of them before any is taken: what lacks something loses nothing.
    const asked = body.files.map((one, i) => {
      checkPath(one.path, body.files.slice(0, i));
      return { ...one, key: uploadKey({ params: one, project, account }) };
    });
    for (const { key, bytes, path } of asked) await checkWhole(database, key, { bytes, path });
    const holder = `upload ${randomUUID()}`;
    const files: { path: string; file: number }[] = [];
    try {
      for (const { path, key, bytes } of asked) {
        const stored = await finishUpload(database, key, { holder, bytes, path });
        files.push({ path, file: stored.file });
      }
    } catch (error) {
      await releaseHolds(database, holder);
      throw error;
    }
    return beginImport(
      services,
      { files, bytes: total },
      { project, account, holder, request: body.id ?? null },
    );
  },
});
