import { endpoints } from '@renquil/api';
import * as uploads from '../../db/uploads.js';
import { defineRoute } from '../../http/route.js';
import { uploadKey } from '../../http/upload-key.js';

export const dropUpload = defineRoute(endpoints.dropUpload, {
  async handle(input, { database }) {
    await uploads.dropUpload(database, uploadKey(input));
    return {};
  },
});
