import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { parseTarget } from '@renquil/formats/schemas';
import { pinnedOf } from '../../db/conventions.js';
import { readFile } from '../../db/files.js';
import { largeFrom } from '../../db/jobs.js';
import { findScene } from '../../db/scenes.js';
import { heldWaivers } from '../../db/waivers.js';
import { defineRoute } from '../../http/route.js';

export const tryProjectTarget = defineRoute(endpoints.tryProjectTarget, {
  async handle({ project, body }, { database, scenes, pool }) {
    const target = parseTarget({ ...(body.target as object), renquil: 'target/1' });
    const scene = await findScene(database, body.scene);
    if (scene?.project_id !== project.id || scene.binned_at !== null)
      throw new RenquilError('not-found', { what: 'scene' });
    const made = await pool.run(
      'try-target',
      {
        // The file is read only where what it says of joints can matter: it may be large.
        source: target.takes ? await readFile(database, scene.source_file) : null,
        sourceName: scene.source_name,
        stored: await scenes.stored(database, scene.id, scene.revision),
        convention: (await pinnedOf(database, scene)).body,
        held: await heldWaivers(database, scene),
        target,
      },
      { large: scene.objects >= largeFrom.objects },
    );
    return { json: made };
  },
});
