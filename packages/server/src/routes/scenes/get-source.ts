import { endpoints } from '@renquil/api';
import { readChunks } from '../../db/files.js';
import { defineRoute } from '../../http/route.js';

export const getSource = defineRoute(endpoints.getSource, {
  async handle({ scene }, { database }) {
    return {
      headers: { 'Content-Type': 'model/gltf-binary' },
      tag: `file-${scene.source_file}`,
      stream: readChunks(database, scene.source_file),
    };
  },
});
