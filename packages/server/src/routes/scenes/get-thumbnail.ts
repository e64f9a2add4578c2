import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readChunks } from '../../db/files.js';
import { defineRoute } from '../../http/route.js';

export const getThumbnail = defineRoute(endpoints.getThumbnail, {
  async handle({ scene }, { database }) {
    if (scene.thumbnail_file === null) throw new RenquilError('not-found', { what: 'picture' });
    return {
      headers: { 'Content-Type': 'image/png' },
      tag: `file-${scene.thumbnail_file}`,
      stream: readChunks(database, scene.thumbnail_file),
    };
  },
});
