import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { pinnedOf } from '../../db/conventions.js';
import { largeFrom } from '../../db/jobs.js';
import { findVersion } from '../../db/versions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getVersionFindings = defineRoute(endpoints.getVersionFindings, {
  async handle({ scene, params }, { database, scenes, pool }) {
    const version = await findVersion(database, scene.id, toId(params.version));
    if (!version) throw new RenquilError('not-found', { what: 'version' });
    const stored = await scenes.stored(database, scene.id, version.revision);
    const { body: convention } = await pinnedOf(database, scene);
    const found = await pool.run(
      'check-version',
      { stored, convention },
      { large: scene.objects >= largeFrom.objects },
    );
    return { json: { version: version.number, found } };
  },
});
