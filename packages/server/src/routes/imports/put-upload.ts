import type { IncomingMessage } from 'node:http';
import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { appendUpload, isEnded, openUpload } from '../../db/uploads.js';
import { bodySeconds } from '../../http/read-body.js';
import { defineRoute } from '../../http/route.js';
import { uploadKey } from '../../http/upload-key.js';

export const putUpload = defineRoute(endpoints.putUpload, {
  async handleRaw(input, { database, uploadLimit }, request) {
    const key = uploadKey(input);
    const upload = await openUpload(database, key);
    // The sender goes on from what has come.
    if (upload.have !== input.query.at || isEnded(upload)) {
      request.resume();
      return { json: { have: upload.have } };
    }
    const tooLarge = (): Error =>
      new RenquilError('file-too-large', { file: 'This file', limit: `${Math.round(uploadLimit / 1e6)} MB` });
    await appendUpload(database, upload, heard(request), { limit: uploadLimit, tooLarge });
    return { json: { have: (await openUpload(database, key)).have } };
  },
});

/** The body as it comes; one in which nothing comes for too long is given up. */
async function* heard(request: IncomingMessage): AsyncGenerator<Uint8Array> {
  const silent = setTimeout(
    () => request.destroy(new RenquilError('request-slow', { seconds: bodySeconds })),
    bodySeconds * 1000,
  ).unref();
  try {
    for await (const part of request) {
      silent.refresh();
      yield part as Uint8Array;
    }
  } finally {
    clearTimeout(silent);
  }
}
