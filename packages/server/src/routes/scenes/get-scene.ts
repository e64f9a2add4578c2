import { endpoints } from '@renquil/api';
import { pinnedOf } from '../../db/conventions.js';
import { listChanges, snapshotBefore } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import { changesText } from '../../http/changes-text.js';
import { sceneSummary } from '../projects/get-project.js';

export const getScene = defineRoute(endpoints.getScene, {
  async handle({ scene, project, role }, { database }) {
    const snapshot = await snapshotBefore(database, scene.id, scene.revision);
    const changes = await listChanges(database, scene.id, snapshot, scene.revision);
    const about = {
      project: { slug: project.slug, name: project.name, archived: project.archived_at !== null },
      role,
      scene: sceneSummary(scene),
      convention: { ...(await pinnedOf(database, scene)), settled: Boolean(scene.convention_settled) },
      snapshot,
    };
    return { jsonText: `${JSON.stringify(about).slice(0, -1)},"changes":${changesText(changes)}}` };
  },
});
