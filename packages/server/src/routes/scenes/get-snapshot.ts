import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readSnapshot } from '../../db/scenes.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getSnapshot = defineRoute(endpoints.getSnapshot, {
  async handle({ scene, params }, { database }) {
    const revision = params.revision === '0' ? 0 : toId(params.revision) || -1;
    const data = revision < 0 ? null : await readSnapshot(database, scene.id, revision);
    if (!data) throw new RenquilError('not-found', { what: 'snapshot' });
    return {
      headers: {
        'Content-Type': 'application/json',
        'Content-Encoding': 'gzip',
      },
      tag: `snapshot-${scene.id}-${revision}`,
      stream: (async function* () {
        yield data;
      })(),
    };
  },
});
