import { endpoints } from '@renquil/api';
import { readFile } from '../../db/files.js';
import { ownFileOf } from '../../db/own-file.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from '../handoffs/get-handoff-file.js';

export const getCopy = defineRoute(endpoints.getCopy, {
  async handle({ scene, query }, { database, scenes, pool }) {
    // What is no glTF is kept as it came, beside the .glb that was made of it.
    const own = query.as === 'own' ? await ownFileOf(database, scene) : null;
    const source = await readFile(database, own?.file ?? scene.source_file);
    const stored = await scenes.stored(database, scene.id, scene.revision);
    const sourceName = own ? scene.source_name : `${scene.name}.glb`;
    const bytes = await pool.run('write-copy', { source, sourceName, stored });
    return {
      headers: {
        'Content-Type': own?.type ?? 'model/gltf-binary',
        'Content-Disposition': attachment(`${scene.name}${own?.ending ?? '.glb'}`),
        'Content-Length': String(bytes.length),
      },
      stream: (async function* () {
        yield bytes;
      })(),
    };
  },
});
