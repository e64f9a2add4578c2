import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readFile } from '../../db/files.js';
import { largeFrom } from '../../db/jobs.js';
import { ownFileOf } from '../../db/own-file.js';
import { findVersion } from '../../db/versions.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from '../handoffs/get-handoff-file.js';

export const getChangeList = defineRoute(endpoints.getChangeList, {
  async handle({ scene, query }, { database, scenes, pool }) {
    const at = async (number: number): Promise<number> => {
      if (number === 0) return scene.revision;
      const version = await findVersion(database, scene.id, number);
      if (!version) throw new RenquilError('not-found', { what: 'version' });
      return version.revision;
    };
    const [from, to] = [await at(query.from), await at(query.to)];
    const file = await ownFileOf(database, scene);
    const own = file?.kind === 'listing' ? await readFile(database, file.file) : null;
    const bytes = await pool.run(
      'list-changes',
      {
        from: await scenes.stored(database, scene.id, from),
        to: await scenes.stored(database, scene.id, to),
        own: own && { bytes: own, name: scene.source_name },
        as: query.as,
      },
      { large: scene.objects >= largeFrom.objects },
    );
    return {
      headers: {
        'Content-Type': query.as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
        'Content-Disposition': attachment(`${scene.name}_changes.${query.as}`),
        'Content-Length': String(bytes.length),
      },
      stream: (async function* () {
        yield bytes;
      })(),
    };
  },
});
