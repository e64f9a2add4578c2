import { endpoints } from '@renquil/api';
import { findUpload } from '../../db/uploads.js';
import { defineRoute } from '../../http/route.js';
import { uploadKey } from '../../http/upload-key.js';

export const getUpload = defineRoute(endpoints.getUpload, {
  async handle(input, { database }) {
    return { json: { have: (await findUpload(database, uploadKey(input)))?.have ?? 0 } };
  },
});
