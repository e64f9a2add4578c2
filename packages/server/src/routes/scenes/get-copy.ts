import { endpoints } from '@renquil/api';
import { readFile } from '../../db/files.js';
import { largeFrom } from '../../db/jobs.js';
import { ownFileOf } from '../../db/own-file.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from '../handoffs/get-handoff-file.js';

export const getCopy = defineRoute(endpoints.getCopy, {
  async handle({ scene, query }, { database, scenes, pool }) {
    const listing = query.as === 'listing';
    // What is no glTF is kept as it came, beside the .glb that was made of it.
    const own = query.as === 'own' ? await ownFileOf(database, scene) : null;
    const source = listing ? new Uint8Array() : await readFile(database, own?.file ?? scene.source_file);
    const stored = await scenes.stored(database, scene.id, scene.revision);
    const made = own ? await readFile(database, scene.source_file) : null;
    const sourceName = own ? scene.source_name : `${scene.name}.glb`;
    const resources = own?.kind === 'obj' || own?.kind === 'usda' ? await own.beside() : [];
    const { bytes, isZip, left } = await pool.run(
      'write-copy',
      { source, sourceName, made, resources, stored, listing },
      { large: scene.objects >= largeFrom.objects },
    );
    // An avatar is glTF under an ending of its own.
    const gltf = query.as === 'own' ? (/\.vrm$/i.exec(scene.source_name)?.[0] ?? '.glb') : '.glb';
    const ending = isZip ? '.zip' : listing ? '.json' : (own?.ending ?? gltf);
    const type = isZip ? 'application/zip' : listing ? 'application/json' : own?.type;
    return {
      headers: {
        'Content-Type': type ?? 'model/gltf-binary',
        'Content-Disposition': attachment(`${scene.name}${ending}`),
        'Content-Length': String(bytes.length),
        // Words of any letters, as a header can carry them.
        ...(left ? { 'Renquil-Left': encodeURIComponent(left) } : {}),
      },
      stream: (async function* () {
        yield bytes;
      })(),
    };
  },
});
