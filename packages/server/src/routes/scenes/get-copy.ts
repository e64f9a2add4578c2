import { endpoints } from '@renquil/api';
import { readFile } from '../../db/files.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from '../handoffs/get-handoff-file.js';

export const getCopy = defineRoute(endpoints.getCopy, {
  async handle({ scene }, { database, scenes, pool }) {
    const source = await readFile(database, scene.source_file);
    const stored = await scenes.stored(database, scene.id, scene.revision);
    const bytes = await pool.run('write-copy', { source, sourceName: scene.source_name, stored });
    return {
      headers: {
        'Content-Type': 'model/gltf-binary',
        'Content-Disposition': attachment(`${scene.name}.glb`),
        'Content-Length': String(bytes.length),
      },
      stream: (async function* () {
        yield bytes;
      })(),
    };
  },
});
