import { endpoints } from '@renquil/api';
import { shippedConventions } from '@renquil/core/names';
import { listConventions, newcomersConvention } from '../../db/conventions.js';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const listProjectConventions = defineRoute(endpoints.listProjectConventions, {
  async handle({ project, role }, { database }) {
    const [rows, scenes] = [
      await listConventions(database, project.id),
      await listScenes(database, project.id),
    ];
    const standard = await newcomersConvention(database, project.id);
    return {
      json: {
        project: { slug: project.slug, name: project.name, archived: project.archived_at !== null },
        role,
        /** What is brought in is held to. */
        standard:
          'shipped' in standard
            ? { id: null, shipped: standard.shipped }
            : { id: standard.id, shipped: null },
        conventions: rows.map(({ id, name, revision, draft, draft_by_name, draft_at }) => ({
          id,
          name,
          revision,
          draft: draft !== null,
          draftBy: draft_by_name,
          draftAt: draft_at,
          scenes: scenes.filter((scene) => scene.convention_id === id).length,
        })),
        shipped: Object.entries(shippedConventions).map(([id, { name }]) => ({
          id,
          name,
          scenes: scenes.filter(
            (scene) => scene.convention_id === null && (scene.shipped_convention ?? 'parts') === id,
          ).length,
        })),
      },
    };
  },
});
