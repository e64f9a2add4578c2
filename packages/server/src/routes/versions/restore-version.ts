import { endpoints } from '@renquil/api';
import { decodeChange } from '@renquil/formats/schemas';
import { RenquilError } from '@renquil/core/errors';
import { findVersion } from '../../db/versions.js';
import { findChangesById } from '../../db/scenes.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { commitChange } from '../../scenes/commit-change.js';

export const restoreVersion = defineRoute(endpoints.restoreVersion, {
  async handle({ scene, account, params, body }, services) {
    const { database, scenes, pool } = services;
    const version = await findVersion(database, scene.id, toId(params.version));
    if (!version) throw new RenquilError('not-found', { what: 'version' });
    const label = `Restore version ${version.number}`;
    const known = (await findChangesById(database, scene.id, [body.id])).get(body.id);
    if (known) {
      if (known.author !== account.id || known.label !== label) throw new RenquilError('change-id-taken');
      return { json: { revision: known.revision, edits: decodeChange(known.edits, known.format) } };
    }
    if (body.base !== scene.revision)
      throw new RenquilError('change-conflict', {
        detail: `the scene is at revision ${scene.revision}, not ${body.base}`,
      });
    const [from, to] = [
      await scenes.stored(database, scene.id, scene.revision),
      await scenes.stored(database, scene.id, version.revision),
    ];
    const edits = await pool.run('plan-restore', { from, to });
    if (!edits.length) return { json: { revision: scene.revision, edits } };
    const { revision } = await commitChange(services, scene, account, {
      id: body.id,
      base: scene.revision,
      label,
      edits,
    });
    return { json: { revision, edits } };
  },
});
