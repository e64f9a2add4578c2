import { readChunks } from '../../db/files.js';
import { defineRoute } from '../../http/route.js';

export const getSource = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/source',
  needs: 'viewer',
  says: 'The scene as it was brought in, as one .glb: what the viewport draws.',
  async handle({ scene }, { database }) {
    return {
      headers: { 'Content-Type': 'model/gltf-binary' },
      tag: `file-${scene.source_file}`,
      stream: readChunks(database, scene.source_file),
    };
  },
});
